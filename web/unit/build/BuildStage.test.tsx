import { screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { beforeEach, describe, expect, it } from 'vitest';
import type { Build } from '../../../core/document/index.ts';
import { overviewOf } from '../../../core/overview/index.ts';
import { applied } from '../../../demo/testUnit.ts';
import { demoBuild, type Role, renderUnit } from '../../testing/renderUnit.tsx';
import { BuildStage } from './BuildStage.tsx';

const telehandler = demoBuild('SR-16');
const { steps } = overviewOf(telehandler);
let user: ReturnType<typeof userEvent.setup>;
beforeEach(() => {
  user = userEvent.setup();
});

const show = (build: Build = telehandler, role: Role = 'installer', length: 'mm' | 'in' = 'mm') =>
  renderUnit(<BuildStage />, { build, role, path: '/unit/u/build', units: { length, wire: 'metric' } });
const list = () => within(screen.getByRole('navigation', { name: 'Steps' }));
const heading = () => screen.getByRole('heading', { level: 2 }).textContent;

describe('one step after the other', () => {
  it('begins with the first that is open, and goes on by itself when it is ticked', async () => {
    const begun = applied(telehandler, [{ kind: 'tickStep', stepKey: steps[0]!.key, done: true, minutes: 4 }]);
    const { done } = await show(begun);
    expect(heading()).toBe(steps[1]!.title);
    await user.click(screen.getByRole('button', { name: /Done$/ }));
    expect(done()[0]!.operation).toMatchObject({ kind: 'tickStep', stepKey: steps[1]!.key, done: true });
    expect(heading()).toBe(steps[2]!.title);
    expect(list().getByRole('button', { name: /^2, .*, done$/ })).toBeTruthy();
  });

  it('says who it was, and takes a tick back', async () => {
    const begun = applied(telehandler, [{ kind: 'tickStep', stepKey: steps[0]!.key, done: true, minutes: 4 }]);
    const { done } = await show(begun);
    await user.click(screen.getByRole('button', { name: 'Back' }));
    expect(screen.getByText(/^Done by /)).toBeTruthy();
    await user.click(screen.getByRole('button', { name: 'Not done after all' }));
    expect(done()[0]!.operation).toMatchObject({ kind: 'tickStep', stepKey: steps[0]!.key, done: false });
  });

  it('says what comes before it and why, what of it is done too', async () => {
    const waiting = steps.find((step) => step.after.length > 0)!;
    await show();
    await user.click(list().getByRole('button', { name: new RegExp(`^${steps.indexOf(waiting) + 1}, `) }));
    expect(within(screen.getByRole('region', { name: 'What comes before' })).getAllByText(/After /).length).toBe(
      new Set(waiting.after.map(({ ruleId }) => ruleId)).size,
    );
  });

  it('has nothing to tick for an owner', async () => {
    await show(telehandler, 'owner');
    expect(screen.queryByRole('button', { name: /Done$/ })).toBeNull();
    expect(screen.queryByRole('button', { name: 'Problem' })).toBeNull();
  });

  it('of a unit with nothing on it says where steps come from', async () => {
    const bare = { ...telehandler, lamps: {}, elements: {}, wires: {}, functions: {} };
    await show(bare);
    expect(screen.getByText(/No steps yet: they follow from the lamps and feeds/)).toBeTruthy();
  });
});

describe('as built beside planned', () => {
  const taped = steps.find((step) => step.measures.length > 0)!;
  const measure = taped.measures[0]!;
  const open = async (length: 'mm' | 'in' = 'mm', role: Role = 'installer', build: Build = telehandler) => {
    const shown = await show(build, role, length);
    await user.click(list().getByRole('button', { name: new RegExp(`^${steps.indexOf(taped) + 1}, `) }));
    return shown;
  };
  const field = () => screen.getAllByRole('textbox', { name: /as built$/ })[0]!;

  it('a figure within its tolerance holds', async () => {
    const { done } = await open();
    await user.type(field(), `${measure.plannedMm + measure.toleranceMm / 2}{Enter}`);
    expect(done()[0]!.operation).toMatchObject({
      kind: 'recordMeasure',
      key: measure.key,
      measure: { stepKey: taped.key, plannedMm: measure.plannedMm, toleranceMm: measure.toleranceMm },
    });
    expect(list().queryByText(/Off plan/)).toBeNull();
  });

  it('one beyond it is off plan in words, in the list too; the lead settles it', async () => {
    const { done } = await open('mm', 'lead');
    await user.type(field(), `${measure.plannedMm + 4 * measure.toleranceMm}{Enter}`);
    expect(list().getByText(/Off plan/)).toBeTruthy();
    await user.click(screen.getByRole('button', { name: 'To be made as planned' }));
    expect(done().at(-1)!.operation).toMatchObject({ kind: 'settleMeasure', key: measure.key, accept: false });
  });

  it('is typed as a tape in inches reads', async () => {
    const { did } = await open('in');
    await user.type(field(), '12 1/4{Enter}');
    expect(did('recordMeasure')[0]!.measure!.valueMm).toBeCloseTo(311.15, 6);
  });

  it('what is no length is not taken, and how to write one is said', async () => {
    const { done } = await open();
    await user.type(field(), 'about so{Enter}');
    expect(screen.getByText(/That is no length. Write it like/)).toBeTruthy();
    expect(done()).toEqual([]);
  });
});

describe('a problem at a step', () => {
  it('is told in words, marks the step, and is solved', async () => {
    const { done } = await show();
    await user.click(screen.getByRole('button', { name: /Problem$/ }));
    const report = await screen.findByRole('button', { name: 'Report it' });
    expect((report as HTMLButtonElement).disabled).toBe(true);
    await user.type(screen.getByRole('textbox', { name: 'What is wrong' }), 'bolt is seized');
    await user.click(report);
    expect(done()[0]!.operation).toMatchObject({
      kind: 'reportProblem',
      problem: { stepKey: steps[0]!.key, words: 'bolt is seized' },
    });
    expect(list().getByText(/Problem/)).toBeTruthy();
    await user.click(screen.getByRole('button', { name: 'It is solved' }));
    expect(done()[1]!.operation).toMatchObject({ kind: 'solveProblem' });
    expect(list().queryByText(/Problem/)).toBeNull();
  });
});

describe('the order of steps', () => {
  /** A neighbour that may change places freely, and one that a rule holds back. */
  const held = steps.findIndex(
    (step, at) => at > 0 && step.after.some(({ key }) => key === steps[at - 1]!.key) && step.after.length > 0,
  );
  const free = steps.findIndex((step, at) => at > 0 && !step.after.some(({ key }) => key === steps[at - 1]!.key));
  const row = (at: number) => list().getByRole('button', { name: new RegExp(`^${at + 1}, `) });

  it('is changed by the lead with Alt and the arrows where no rule speaks against it, and goes back', async () => {
    const { done } = await show(telehandler, 'lead');
    row(free).focus();
    await user.keyboard('{Alt>}{ArrowUp}{/Alt}');
    const keys = steps.map((step) => step.key);
    [keys[free - 1], keys[free]] = [keys[free]!, keys[free - 1]!];
    expect(done()[0]!.operation).toMatchObject({ kind: 'orderSteps', order: { keys } });
    await user.click(screen.getByRole('button', { name: 'Back to the usual' }));
    expect(done()[1]!.operation).toMatchObject({ kind: 'orderSteps', order: { keys: [] } });
  });

  it('against a rule asks why, and is not changed without a reason', async () => {
    const { did, done } = await show(telehandler, 'lead');
    row(held).focus();
    await user.keyboard('{Alt>}{ArrowUp}{/Alt}');
    const keep = await screen.findByRole('button', { name: 'Keep this order' });
    await waitFor(() => expect((keep as HTMLButtonElement).disabled).toBe(true));
    expect(screen.getByText(new RegExp(`${steps[held]!.title} before ${steps[held - 1]!.title}`))).toBeTruthy();
    expect(done()).toEqual([]);
    await user.type(screen.getByRole('textbox', { name: 'Why it is done so on this unit' }), 'the bay is cold');
    await user.click(screen.getByRole('button', { name: 'Keep this order' }));
    expect(Object.values(did('orderSteps')[0]!.order.reasons)).toEqual(['the bay is cold']);
  });

  it('is not an installer’s to change', async () => {
    const { done } = await show();
    row(free).focus();
    await user.keyboard('{Alt>}{ArrowUp}{/Alt}');
    expect(done()).toEqual([]);
  });
});
