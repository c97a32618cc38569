import { fireEvent, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { beforeEach, expect, it } from 'vitest';
import { unfedLamps } from '../../../core/graph/index.ts';
import { applied, furtherIds, testTruck } from '../../../demo/testUnit.ts';
import { store } from '../../app/store.ts';
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
const show = () => renderUnit(<NewFeed unfed={unfedLamps(build)} onClose={() => {}} onMade={() => {}} />, { build });
const press = (tag: string) => userEvent.click(screen.getByRole('button', { name: tag }));
const nameField = () => screen.getByLabelText<HTMLInputElement>('Name');
const shownIn = (label: string) => screen.getByLabelText(label).closest('.ant-select')!.textContent;

beforeEach(() => store.dispatch(unitActions.selected([])));

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

it('what somebody typed stands when the lamps change', async () => {
  await show();
  fireEvent.change(nameField(), { target: { value: 'High stop' } });
  await press('L1');
  expect(shownIn('Power from')).toContain('tail lamp plug, pin 3');
  expect(nameField().value).toBe('High stop');
});
