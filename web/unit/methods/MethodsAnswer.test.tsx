import { screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { expect, it, vi } from 'vitest';
import type { OperationDraft } from '../../../core/document/index.ts';
import { deriveFeeds } from '../../../core/graph/index.ts';
import { askMethods, type Comparison, type MethodQuestion } from '../../../core/work/index.ts';
import { applied, furtherIds, testTruck, warnFeed } from '../../../demo/testUnit.ts';
import { renderUnit } from '../../testing/renderUnit.tsx';
import { MethodsAnswer } from './MethodsAnswer.tsx';

const { build } = testTruck().lamp('ST-0303', 'rear', { xMm: 7400, yMm: 700, zMm: 900 }).feed(warnFeed('L1 R1'));
const answerOf = (question: MethodQuestion): Comparison =>
  askMethods(build, question, [deriveFeeds(build)[0]!.fuse.id], { prices: new Map(), looms: [] }, furtherIds());
const show = async (answer: Comparison | 'failed' | null, role: 'lead' | 'owner' = 'lead') => {
  const onTaken = vi.fn();
  const shown = await renderUnit(<MethodsAnswer answer={answer} hourMarks={60} onTaken={onTaken} />, { build, role });
  return { ...shown, onTaken };
};
const user = userEvent.setup();

it('shows how it is now beside the other ways, and changes to the one that is looked at', async () => {
  const { done, onTaken } = await show(answerOf('joints'));
  expect(screen.getByRole('radio', { name: /Crimped/ })).toHaveProperty('disabled', true);
  await user.click(screen.getByRole('radio', { name: 'Lamps on plugs' }));
  expect(screen.getByText(/^Lamps on plugs: Undone by hand/)).toBeTruthy();
  await user.click(screen.getByRole('button', { name: 'Change to: lamps on plugs' }));
  const after = applied(
    build,
    done().map(({ operation }) => operation as OperationDraft),
  );
  expect(Object.values(after.elements).filter(({ kind }) => kind === 'connector')).toHaveLength(2);
  expect(onTaken).toHaveBeenCalled();
});

it('tells what goes dark, and why a question has no other way', async () => {
  const { unmount } = await show(answerOf('grounds'));
  expect(screen.getByRole('row', { name: 'Dark with one wire 2 of 2 2 of 2 2 of 2' })).toBeTruthy();
  unmount();
  await show(answerOf('runs'));
  expect(screen.getByText(/one pair of lamps: there is nothing to part/)).toBeTruthy();
});

it('what is not worked out yet is not called an answer, and what failed is said to have', async () => {
  const { unmount } = await show(null);
  expect(screen.getByText('Each way is being worked out …')).toBeTruthy();
  expect(screen.queryByRole('button')).toBeNull();
  unmount();
  await show('failed');
  expect(screen.getByText(/could not be worked out/)).toBeTruthy();
});

it('an owner reads it and changes nothing', async () => {
  await show(answerOf('joints'), 'owner');
  expect(screen.getByRole('radio', { name: 'Soldered' })).toBeTruthy();
  expect(screen.queryByRole('button', { name: /^Change to/ })).toBeNull();
});
