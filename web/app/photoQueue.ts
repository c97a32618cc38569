/** Pictures on their way: kept in the browser until the server has them, however long that takes. */
import { useSyncExternalStore } from 'react';
import type { OperationDraft } from '../../core/build/index.ts';
import { csrfHeaders } from './api.ts';
import { newId } from './ids.ts';
import { photoOutbox } from './offlineStore.ts';

const LONGEST_SIDE_PX = 2000;
const RETRY_MS = 5000;

type PhotoDraft = Extract<OperationDraft, { kind: 'addPhoto' }>;

let waiting = 0;
const listeners = new Set<() => void>();
const setWaiting = (count: number) => {
  waiting = count;
  for (const tell of listeners) tell();
};

/** How many pictures this browser still holds for the server. */
export const useWaitingPhotos = (): number =>
  useSyncExternalStore(
    (tell) => {
      listeners.add(tell);
      return () => listeners.delete(tell);
    },
    () => waiting,
  );

/**
 * Keeps a picture to be sent, and gives the operation that puts it with the unit. Null when the browser cannot read it
 * as a picture: then the server could not either.
 */
export async function keepPhoto(
  unitId: string,
  file: Blob,
  given: { caption: string; stepKey: string | null },
): Promise<PhotoDraft | null> {
  const size = await createImageBitmap(file).catch(() => null);
  if (!size) return null;
  const scale = Math.min(1, LONGEST_SIDE_PX / Math.max(size.width, size.height));
  const id = newId();
  await photoOutbox.put({ id, unitId, bytes: file });
  void sendPhotos();
  const [width, height] = [Math.round(size.width * scale), Math.round(size.height * scale)];
  return { kind: 'addPhoto', photo: { id, width, height, ...given } };
}

let sending = false;

/** Sends what waits, one by one; tries again later when there is no network. Safe to call at any time. */
export async function sendPhotos(): Promise<void> {
  if (sending) return;
  sending = true;
  try {
    for (let photos = await photoOutbox.all(); photos.length > 0; photos = await photoOutbox.all()) {
      setWaiting(photos.length);
      const { unitId, id, bytes } = photos[0]!;
      if (!(await put(unitId, id, bytes))) {
        setTimeout(() => void sendPhotos(), RETRY_MS);
        return;
      }
      await photoOutbox.remove(id);
    }
    setWaiting(0);
  } finally {
    sending = false;
  }
}

/** True once the server has it, or will never take it. */
async function put(unitId: string, photoId: string, bytes: Blob): Promise<boolean> {
  try {
    const response = await fetch(`/api/units/${unitId}/photos/${photoId}`, {
      method: 'PUT',
      headers: { ...csrfHeaders(), 'content-type': bytes.type },
      body: bytes,
    });
    return response.ok || [400, 404, 413].includes(response.status);
  } catch {
    return false;
  }
}
