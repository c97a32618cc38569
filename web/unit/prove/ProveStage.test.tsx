import { screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { beforeEach, describe, expect, it } from 'vitest';
import type { Build, OperationDraft } from '../../../core/document/index.ts';
import { overviewOf } from '../../../core/overview/index.ts';
import { applied } from '../../../demo/testUnit.ts';
import { newId } from '../../app/ids.ts';
import { demoBuild, type Role, renderUnit } from '../../testing/renderUnit.tsx';
import { ProveStage } from './ProveStage.tsx';

const telehandler = demoBuild('SR-16');
let user: ReturnType<typeof userEvent.setup>;
beforeEach(() => {
  user = userEvent.setup();
});

const show = (build: Build = telehandler, role: Role = 'installer') =>
  renderUnit(<ProveStage />, { build, role, path: '/unit/u/prove' });
const card = (name: RegExp) => within(screen.getByRole('article', { name }));

/** Readings at every point of the walk as the circuit has them, times what a fault leaves of it. */
function readings(build: Build, of = (nominal: number) => nominal): OperationDraft[] {
  return overviewOf(build).stops.flatMap((stop) =>
    stop.points.map((point) => ({
      kind: 'recordReading' as const,
      reading: {
        id: newId(),
        setting: stop.controls.map((control) => control.id),
        place: point.place,
        quantity: point.quantity,
        value: of(point.expected.nominal),
        batteryV: 12.6,
      },
    })),
  );
}

describe('a step of the proving walk', () => {
  it('says what is on, what should light, and what the meter should show there', async () => {
    await show();
    expect(screen.getByRole('heading', { name: 'On: Beacon switch' })).toBeTruthy();
    expect(card(/^volts/).getByText('Would read')).toBeTruthy();
    const { nominal, low, high } = overviewOf(telehandler).stops[0]!.points.find(
      ({ quantity }) => quantity === 'volts',
    )!.expected;
    expect(card(/^volts/).getByText(`${low.toFixed(2)} to ${high.toFixed(2)}`)).toBeTruthy();
    expect(low).toBeLessThan(nominal);
    expect(high).toBeGreaterThan(nominal);
  });

  it('takes a reading with a comma, with the battery beside it and the setting it was read in', async () => {
    const { did } = await show();
    const battery = screen.getByRole('textbox', { name: 'Battery volts now' });
    await user.clear(battery);
    await user.type(battery, '12,4');
    await user.type(card(/^volts/).getByRole('textbox'), '12,31{Enter}');
    const [operation] = did('recordReading');
    expect(operation).toMatchObject({
      kind: 'recordReading',
      reading: { quantity: 'volts', value: 12.31, batteryV: 12.4, place: { kind: 'lamp' } },
    });
    expect(operation!.reading.setting).toEqual(overviewOf(telehandler).stops[0]!.controls.map((control) => control.id));
  });

  it.each(['12,4,1', 'twelve', '-3', '1001'])('does not take %s for volts', async (text) => {
    const { done } = await show();
    const field = card(/^volts/).getByRole('textbox');
    await user.type(field, `${text}{Enter}`);
    expect(field.getAttribute('aria-invalid')).toBe('true');
    expect((card(/^volts/).getByRole('button', { name: 'Record' }) as HTMLButtonElement).disabled).toBe(true);
    expect(done()).toEqual([]);
  });

  it.each(['0', '61', 'flat'])('does not take a battery of %s V, and says so', async (text) => {
    const { done } = await show();
    const battery = screen.getByRole('textbox', { name: 'Battery volts now' });
    await user.clear(battery);
    await user.type(battery, text);
    await user.type(card(/^volts/).getByRole('textbox'), '12.3{Enter}');
    expect(screen.getAllByText(/not a voltage from 0 to 60/).length).toBeGreaterThan(0);
    expect(done()).toEqual([]);
  });

  it('passes by what the circuit says and fails by what it does not, each with its word and mark', async () => {
    const { unmount } = await show(applied(telehandler, readings(telehandler)));
    expect(screen.getByText('1 of 1 pass')).toBeTruthy();
    expect(screen.getAllByText(/✓ Pass:/)).toHaveLength(2);
    unmount();
    await show(
      applied(
        telehandler,
        readings(telehandler, (nominal) => nominal * 0.6),
      ),
    );
    expect(screen.getByText('0 of 1 pass')).toBeTruthy();
    expect(screen.getAllByText(/✕ Fail:/).length).toBeGreaterThan(0);
    expect(screen.getByText(/Working out what could cause this/)).toBeTruthy();
  });

  it('is only read by an owner', async () => {
    await show(telehandler, 'owner');
    expect(screen.getByText('Would read', { selector: 'article[aria-label^="volts"] span' })).toBeTruthy();
    expect(screen.queryByRole('button', { name: 'Record' })).toBeNull();
  });
});

describe('a walk of several steps', () => {
  const truck = demoBuild('SR-05');

  it('goes on and back, the later steps by what changes, and ends with the checks', async () => {
    await show(truck);
    const walk = within(screen.getByRole('navigation', { name: 'Steps of the proving walk' }));
    const names = walk.getAllByRole('button').map((button) => button.textContent);
    expect(names).toHaveLength(3);
    expect(names[1]).toContain('on: Beacon switch');
    expect((screen.getByRole('button', { name: 'Back' }) as HTMLButtonElement).disabled).toBe(true);
    await user.click(screen.getByRole('button', { name: 'Next step' }));
    expect(screen.getByText('Step 2 of 2')).toBeTruthy();
    expect(screen.getByRole('heading', { name: /On: Beacon switch/ })).toBeTruthy();
    await user.click(screen.getByRole('button', { name: 'Next step' }));
    expect(screen.getByRole('heading', { name: 'Without a meter' })).toBeTruthy();
    await user.click(walk.getAllByRole('button')[0]!);
    expect(screen.getByText('Step 1 of 2')).toBeTruthy();
  });

  it('names the lamps that must stay dark', async () => {
    await show(truck);
    expect(screen.getByText(/Must stay dark:.*T1/)).toBeTruthy();
  });

  it('of a unit without feeds says what to do first', async () => {
    await show(demoBuild('SR-18'));
    expect(screen.getByText(/Nothing to prove yet: make a feed/)).toBeTruthy();
  });
});

describe('what is looked at without a meter', () => {
  const openChecks = async (build: Build, role: Role = 'installer') => {
    const shown = await show(build, role);
    await user.click(screen.getByRole('button', { name: /Without a meter/ }));
    return shown;
  };

  it('a check is kept with what was found and its note', async () => {
    const { done } = await openChecks(telehandler);
    const first = document.querySelector('[data-check]') as HTMLElement;
    await user.click(within(first).getByText('Not good'));
    await user.type(within(first).getByRole('textbox'), 'lens scratched');
    await user.tab();
    expect(done().map(({ operation }) => operation)).toMatchObject([
      { kind: 'recordCheck', key: first.dataset.check, check: { result: 'bad', note: '' } },
      { kind: 'recordCheck', key: first.dataset.check, check: { result: 'bad', note: 'lens scratched' } },
    ]);
  });

  it('nothing is signed as proven while a step is unread', async () => {
    await openChecks(telehandler);
    const sign = screen.getByRole('button', { name: /Sign: proven/ }) as HTMLButtonElement;
    expect(sign.disabled).toBe(true);
    expect(screen.getByText(/Nothing is called proven while a step is unread or fails/)).toBeTruthy();
  });

  it('signed with what is still open, which then stands beside the signature; it can be taken back', async () => {
    const { done } = await openChecks(applied(telehandler, readings(telehandler)));
    const listed = [...document.querySelectorAll('.open-items li')].map((item) => item.textContent);
    expect(listed.length).toBeGreaterThan(0);
    await user.click(screen.getByRole('button', { name: 'Sign: proven, with this open' }));
    expect(done()[0]!.operation).toMatchObject({ kind: 'signOff', open: listed });
    expect(screen.getByText(`Open then: ${listed.join('; ')}.`)).toBeTruthy();
    await user.click(screen.getByRole('button', { name: 'Take the signature back' }));
    expect(done()[1]!.operation).toMatchObject({ kind: 'signOff', open: null });
  });

  it('faults that were found are listed, and one that was none can be taken off', async () => {
    const falseAlarm = newId();
    const build = applied(telehandler, [
      { kind: 'recordFault', fault: { id: newId(), words: 'ground of T1 loose' } },
      { kind: 'recordFault', fault: { id: falseAlarm, words: 'fuse of the wrong rating' } },
    ]);
    const { done } = await openChecks(build);
    const row = screen.getByText('fuse of the wrong rating').closest('li')!;
    await user.click(within(row).getByRole('button', { name: 'Not this' }));
    expect(done()[0]!.operation).toMatchObject({ kind: 'removeFault', faultId: falseAlarm });
    expect(screen.queryByText('fuse of the wrong rating')).toBeNull();
    expect(screen.getByText('ground of T1 loose')).toBeTruthy();
  });
});
