import { lazy, Suspense } from 'react';
import { useSessionQuery } from './api.ts';

// Whoever is signed in already does not need the door, and the door needs nothing of what is behind it.
const SignIn = lazy(() => import('./SignIn.tsx').then(({ SignIn }) => ({ default: SignIn })));
const Frame = lazy(() => import('./Frame.tsx'));

/** The door first, then the frame with its places. */
export function Shell() {
  const { data: session, isLoading } = useSessionQuery();
  if (isLoading) return null;
  return <Suspense fallback={null}>{session ? <Frame person={session.person} /> : <SignIn />}</Suspense>;
}
