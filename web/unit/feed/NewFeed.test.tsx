import { fireEvent, screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { beforeEach, expect, it, vi } from 'vitest';
import { unfedLamps } from '../../../core/graph/index.ts';
import { applied, furtherIds, testTruck } from '../../../demo/testUnit.ts';
import { api } from '../../app/api.ts';
import { store } from '../../app/store.ts';
import { shopAnswer } from '../../testing/demoAnswers.ts';
import { renderUnit } from '../../testing/renderUnit.tsx';
import { unitActions } from '../unitSlice.ts';
import { NewFeed } from './NewFeed.tsx';

const plug = {
  id: furtherIds()(),
  name: 'tail lamp plug',
  place: 'behind the left tail lamp',
  pins: [
    {
      pin: '3',
      colour: 'red',
      purpose: 'brake',
      keyOffV: 0,
      keyOnV: 0,
      runningV: null,
      signal: 'brake' as const,
      signalV: 12.3,
      ratingA: 10,
      ownLoadA: 3.5,
      areaMm2: null,
    },
  ],
  end: 'open' as const,
  leftMm: null,
};
/** High stop lamps and strobes, none fed; one lead hot with the brake. */
const build = applied(
  testTruck().lamp('SG-0404', 'rear', { yMm: 300, zMm: 1900 }).lamp('ST-0302', 'left', { xMm: 2900, yMm: 1, zMm: 760 })
    .build,
  [{ kind: 'recordPlug', plug }],
);
const show = (of = build) =>
  renderUnit(<NewFeed unfed={unfedLamps(of)} onClose={() => {}} onMade={() => {}} />, { build: of });
const press = (tag: string) => userEvent.click(screen.getByRole('button', { name: tag }));
const nameField = () => screen.getByLabelText<HTMLInputElement>('Name');
const shownIn = (label: string) => screen.getByLabelText(label).closest('.ant-select')!.textContent;

beforeEach(() => store.dispatch(unitActions.selected([])));

it('it is about all that have no feed where they are for one thing, and none was chosen before', async () => {
  const pressed = () =>
    within(screen.getByRole('group', { name: 'Lamps on this feed' })).queryAllByRole('button', { pressed: true });
  const { unmount } = await show();
  expect(pressed()).toEqual([]);
  unmount();
  await show(testTruck().lamp('ST-0302', 'left', { xMm: 2900, yMm: 1, zMm: 760 }).build);
  expect(pressed().map((chip) => chip.textContent)).toEqual(['L1', 'R1']);
});

it('what is offered follows the lamps: their lead, its name and colour, or what crews add', async () => {
  await show();
  await press('L1');
  expect(shownIn('Power from')).toContain('tail lamp plug, pin 3');
  expect(nameField().value).toBe('Brake');
  expect(shownIn('Wire colour')).toBe('red');
  await press('L2');
  expect(shownIn('Power from')).not.toContain('tail lamp plug');
  expect(nameField().value).toBe('');
  expect(shownIn('Wire colour')).toBe('orange');
});

it('is tried on its lead, although nothing on the form asks for what works it', async () => {
  const asked = new Set<object>();
  class AskedWorker extends EventTarget {
    postMessage(message: { path?: string[] }) {
      if (message.path?.[0] === 'trySource') asked.add(this);
    }
    terminate() {
      asked.delete(this);
    }
  }
  vi.stubGlobal('Worker', AskedWorker);
  await show();
  await press('L1');
  await userEvent.clear(nameField());
  await userEvent.type(nameField(), 'High stop');
  expect(screen.queryByLabelText('Switched by')).toBeNull();
  await expect.poll(() => asked.size).toBe(1);
});

it('all that are for one thing are chosen at a touch, and only they', async () => {
  await show();
  const byPurpose = within(screen.getByRole('group', { name: 'Lamps by what they are for' }));
  await press('L1');
  await userEvent.click(byPurpose.getByRole('button', { name: 'Warning, all 2' }));
  const chosen = within(screen.getByRole('group', { name: 'Lamps on this feed' }));
  expect(chosen.getAllByRole('button', { pressed: true }).map((chip) => chip.textContent)).toEqual(['L2', 'R2']);
  expect(nameField().value).toBe('Warning');
});

it('what somebody typed stands when the lamps change', async () => {
  await show();
  fireEvent.change(nameField(), { target: { value: 'High stop' } });
  await press('L1');
  expect(shownIn('Power from')).toContain('tail lamp plug, pin 3');
  expect(nameField().value).toBe('High stop');
});

it('what is offered is as lamps are wired on this unit: from the battery, on a loom where one fits', async () => {
  const habitual = applied(build, [{ kind: 'setHabits', changes: { supply: 'battery', wire: 'loom' } }]);
  await show(habitual);
  await store.dispatch(api.util.upsertQueryData('shop', undefined, shopAnswer()));
  await press('L2');
  await press('R2');
  await screen.findByLabelText('Wired with');
  expect(shownIn('Power from')).toContain('Battery, through its own fuse');
  expect(shownIn('Wired with')).toContain('Two work lamps, 3 m');
});

it('a ready loom that has a leg for each lamp takes the place of fuse, relay and wire', async () => {
  const { did } = await show();
  await store.dispatch(api.util.upsertQueryData('shop', undefined, shopAnswer()));
  await press('L2');
  await press('R2');
  await userEvent.type(nameField(), 'Strobes');
  await userEvent.click(await screen.findByRole('combobox', { name: 'Wired with' }));
  const options = () => screen.getAllByText(/legs?$|off the reel/, { selector: '.ant-select-item-option-content' });
  // A loom of one leg is for one lamp.
  expect(options().map((each) => each.textContent)).toEqual([
    'wire off the reel',
    'Two work lamps, 3 m, 2 legs',
    'Two work lamps, 7 m, 3 legs',
  ]);
  await userEvent.click(options()[2]!);
  expect(screen.getByText('Fuse 15 A, relay 30 A, switch come with it.')).toBeTruthy();
  expect(screen.queryByRole('switch')).toBeNull();
  await userEvent.type(screen.getByLabelText('Its label'), 'Strobe switch');
  await userEvent.click(screen.getByRole('button', { name: /^(Make the feed|Put on )/ }));
  expect(did('takeLoom').map(({ loom }) => loom.loom.key)).toEqual(['LM-0207']);
  const { elements, wires } = did('assignFeed')[0]!;
  expect(elements.filter(({ kind }) => kind === 'lampLoad')).toHaveLength(2);
  expect(wires.every(({ loomId }) => loomId !== undefined)).toBe(true);
});
