import { fireEvent, screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { beforeEach, expect, it } from 'vitest';
import type { unfedLamps } from '../../../../core/graph/index.ts';
import { overviewOf } from '../../../../core/overview/index.ts';
import { type SourceRow, sourceRows, trySource } from '../../../../core/work/index.ts';
import { applied, furtherIds, testTruck, warnFeed } from '../../../../demo/testUnit.ts';
import { store } from '../../../app/store.ts';
import { type Role, renderUnit } from '../../../testing/renderUnit.tsx';
import { unitActions } from '../../unitSlice.ts';
import { FeedStage } from '../FeedStage.tsx';
import { HeldFigures } from './HeldFigures.tsx';
import { TriedPanel } from './TriedPanel.tsx';

const newId = furtherIds();
/** Two strobes and two work lamps, none fed. */
const build = testTruck()
  .lamp('ST-0302', 'left', { xMm: 2900, yMm: 1, zMm: 760 })
  .lamp('FL-0701', 'rear', { yMm: 300, zMm: 1900 }).build;
const [strobes, floods] = ['L1 R1', 'L2 R2'].map((tags) =>
  Object.values(build.lamps).filter(({ tag }) => tags.split(' ').includes(tag)),
) as [ReturnType<typeof unfedLamps>, ReturnType<typeof unfedLamps>];
const slotOf = (label: string) => Object.values(build.slots).find((slot) => slot.label === label)!.id;
const show = (of = build, role: Role = 'lead') => renderUnit(<FeedStage />, { build: of, role, path: '/unit/u/feed' });
const sources = () => screen.getByRole('radiogroup', { name: 'Where they could be fed from' });
const source = (name: RegExp) => within(sources()).getByRole('radio', { name });
const loose = (name: RegExp) =>
  within(screen.getByRole('group', { name: 'Lamps that nothing feeds' })).getByRole('button', { name });
const held = () => within(sources()).queryByRole('radio', { checked: true });
const at = () => expect.poll(() => held()?.getAttribute('data-source'));
const selection = () => [...store.getState().unit!.selection].sort();
const ids = (lamps: readonly { id: string }[]) => lamps.map(({ id }) => id).sort();

beforeEach(() => {
  store.dispatch(unitActions.selected([]));
});

it('stands open where nothing is fed yet, and is gone where everything is, or for whoever may not change it', async () => {
  const { unmount } = await show();
  expect(sources()).toBeTruthy();
  unmount();
  const fed = testTruck().lamp('ST-0302', 'left', { xMm: 2900, yMm: 1, zMm: 760 }).feed(warnFeed('L1 R1')).build;
  const all = await show(fed);
  expect(screen.queryByRole('button', { name: 'Loose ends' })).toBeNull();
  all.unmount();
  await show(build, 'owner');
  expect(screen.queryByRole('button', { name: 'Loose ends' })).toBeNull();
});

it('a pair is taken together, a purpose whole, and given back', async () => {
  await show();
  await userEvent.click(loose(/^L1 R1/));
  expect(selection()).toEqual(ids(strobes));
  await userEvent.click(loose(/^Work lights, all 2/));
  expect(selection()).toEqual(ids([...strobes, ...floods]));
  await userEvent.click(loose(/^L1 R1/));
  expect(selection()).toEqual(ids(floods));
  await userEvent.click(loose(/^All 4/));
  expect(selection()).toHaveLength(4);
});

it('lit ends say what would be left, the others in a word why not', async () => {
  await show();
  await userEvent.click(loose(/^L1 R1/));
  // 20 A less two strobes of 1.1 A.
  expect(source(/^slot hot/).textContent).toContain('17.8');
  expect(source(/^slot key/).textContent).toMatch(/key$/);
  expect(source(/^slot key/).getAttribute('aria-disabled')).toBe('false');
  for (const [label, word] of [
    ['busy', 'full'],
    ['dead', 'dead'],
    ['unread', 'not read'],
  ] as const) {
    expect(source(new RegExp(`^slot ${label}`)).textContent).toMatch(new RegExp(`${word}$`));
    expect(source(new RegExp(`^slot ${label}`)).getAttribute('aria-disabled')).toBe('true');
  }
  await userEvent.click(source(/^slot dead/));
  await at().toBe(slotOf('hot'));
});

it('with keys: lamps, arrows over ends that can be taken, Enter puts them there', async () => {
  const { did } = await show();
  await userEvent.click(loose(/^L1 R1/));
  await at().toBe(slotOf('hot'));
  held()!.focus();
  await userEvent.keyboard('{ArrowDown}');
  await at().toBe(slotOf('key'));
  expect(document.activeElement).toBe(held());
  // Past the last one it begins anew: the battery stands first.
  await userEvent.keyboard('{ArrowDown}');
  await at().toBe('battery');
  await userEvent.keyboard('{ArrowDown}');
  await at().toBe(slotOf('hot'));
  await userEvent.keyboard('{Enter}');
  await expect.poll(() => did('assignFeed').length).toBe(1);
  const { elements } = did('assignFeed')[0]!;
  expect(elements.find(({ kind }) => kind === 'tap')).toMatchObject({ slotId: slotOf('hot') });
  expect(elements.filter(({ kind }) => kind === 'lampLoad')).toHaveLength(2);
});

it('with a source taken on the board, what lamps are called and how they flash still follows them', async () => {
  await show();
  await userEvent.click(loose(/^L1 R1/));
  await at().toBe(slotOf('hot'));
  await userEvent.click(source(/^slot key/));
  await at().toBe(slotOf('key'));
  const name = () => screen.getByLabelText<HTMLInputElement>('Name').value;
  expect(name()).toBe('Warning');
  await userEvent.click(loose(/^L2 R2/));
  await userEvent.click(loose(/^L1 R1/));
  await expect.poll(name).toBe('Work lights');
  await at().toBe(slotOf('key'));
});

it('Escape leaves them loose', async () => {
  const { did } = await show();
  await userEvent.click(loose(/^L1 R1/));
  await userEvent.keyboard('{Escape}');
  expect(selection()).toEqual([]);
  expect(held()).toBeNull();
  expect(did('assignFeed')).toEqual([]);
});

const tried = (label: string) => {
  const answer = trySource(
    build,
    slotOf(label),
    {
      name: 'x',
      lampIds: ids(strobes),
      control: { name: 'x', kind: 'switch', signal: null, ratingA: 10 },
      relayRatingA: null,
      family: 'blade',
      wanted: 'always',
      table: 'metric',
      colour: 'orange',
      patternId: 'steady',
      loom: null,
    },
    newId,
  );
  if (!answer.ok) throw new Error(answer.reason.message);
  return answer;
};
const rows = sourceRows(build, overviewOf(build).feeds);
const rowOf = (label: string): SourceRow => rows.find((row) => row.label === label)!;

it('on the line stand load, fuse, wire and loss, and what the rest would come to, in words where that is too much', async () => {
  const answer = tried('hot').value;
  await renderUnit(<HeldFigures row={rowOf('hot')} tried={answer} restA={16} />, { build });
  const figure = (name: string) => screen.getByText(name).closest('div')!;
  expect(figure('load').textContent).toContain('2.2 A');
  expect(figure('fuse').textContent).toContain('3 A');
  expect(figure('lost').textContent).toContain(answer.assessed.figures.dropV.toFixed(2));
  expect(figure('hangs there').textContent).toContain('nothing yet');
  expect(figure('with the rest').textContent).toContain('18.2 of 20 A');
  expect(figure('with the rest').className).toBe('');
});

it('what is too much with the rest is marked', async () => {
  await renderUnit(<HeldFigures row={rowOf('hot')} tried={tried('hot').value} restA={18} />, { build });
  expect(screen.getByText('with the rest').closest('div')!.className).toBe('over');
});

it('the same lamps elsewhere: those that were refused are left out, one is taken by a touch', async () => {
  const taken: string[] = [];
  const answers = new Map<string, ReturnType<typeof trySource> | 'failed'>([
    [slotOf('hot'), tried('hot')],
    [slotOf('key'), tried('key')],
    [slotOf('busy'), 'failed'],
  ]);
  await renderUnit(
    <TriedPanel
      rows={['hot', 'key', 'busy'].map(rowOf)}
      source={slotOf('hot')}
      tried={answers}
      lamps={strobes}
      onSource={(each) => taken.push(each)}
    />,
    { build },
  );
  const others = [...document.querySelectorAll('.elsewhere button')];
  expect(others.map((each) => each.firstChild!.textContent)).toEqual(['slot hot', 'slot key']);
  fireEvent.click(others[1]!);
  expect(taken).toEqual([slotOf('key')]);
});

it('while nothing is worked out it says so, and a refusal in words', async () => {
  const { unmount } = await renderUnit(
    <TriedPanel rows={[]} source="battery" tried={new Map()} lamps={strobes} onSource={() => {}} />,
    { build: applied(build, []) },
  );
  expect(screen.getByText('Being worked out …')).toBeTruthy();
  unmount();
  const refusal = { ok: false as const, reason: { message: 'No wire is protected.' } };
  await renderUnit(
    <TriedPanel
      rows={[]}
      source="battery"
      tried={new Map([['battery', refusal]])}
      lamps={strobes}
      onSource={() => {}}
    />,
    { build },
  );
  expect(screen.getByText('⚠ No wire is protected.')).toBeTruthy();
});
