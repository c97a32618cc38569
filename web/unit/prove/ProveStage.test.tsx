import { screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { beforeEach, describe, expect, it } from 'vitest';
import type { Build } from '../../../core/document/index.ts';
import { overviewOf } from '../../../core/overview/index.ts';
import { lookedAt, provedDrafts, readAt } from '../../../demo/proving.ts';
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

const { stops } = overviewOf(telehandler);

describe('a step of the proving walk', () => {
  it('says what is on, what should light, and what the meter should show there', async () => {
    await show();
    expect(screen.getByRole('heading', { name: 'Beacon switch' })).toBeTruthy();
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
    const { unmount } = await show(applied(telehandler, provedDrafts(stops, newId)));
    expect(screen.getByText(`${stops.length} of ${stops.length} pass`)).toBeTruthy();
    expect(screen.getAllByText(/✓ Pass:/)).toHaveLength(stops[0]!.points.length);
    unmount();
    const low = stops.flatMap((stop) => [lookedAt(stop, newId), ...readAt(stop, newId, (nominal) => nominal * 0.6)]);
    await show(applied(telehandler, low));
    const unmetered = stops.filter(({ points }) => points.length === 0).length;
    expect(screen.getByText(`${unmetered} of ${stops.length} pass`)).toBeTruthy();
    expect(screen.getAllByText(/✕ Fail:/).length).toBeGreaterThan(0);
    expect(screen.getByText(/Working out what could cause this/)).toBeTruthy();
  });

  it('is only read by an owner', async () => {
    await show(telehandler, 'owner');
    expect(screen.getByText('Would read', { selector: 'article[aria-label^="volts"] span' })).toBeTruthy();
    expect(screen.queryByRole('button', { name: 'Record' })).toBeNull();
  });
});

describe('what the eye says', () => {
  const look = () => within(screen.getByRole('region', { name: 'What is seen' }));
  const { lamp } = stops[0]!.shows[0]!;

  it('all as shown is one press; the walk goes on by itself once the meter has nothing to say', async () => {
    const { did } = await show();
    await user.click(look().getByRole('button', { name: /All as shown/ }));
    expect(did('recordLook')).toMatchObject([
      { look: { setting: stops[0]!.controls.map(({ id }) => id), keyOn: true, wrong: {} } },
    ]);
    // Amps and volts of the feed are still to be read here.
    expect(screen.getByText(`Step 1 of ${stops.length}`)).toBeTruthy();
  });

  it('goes on at once where everything was read', async () => {
    await show(applied(telehandler, readAt(stops[0]!, newId)));
    await user.click(look().getByRole('button', { name: /All as shown/ }));
    expect(screen.queryByText(`Step 1 of ${stops.length}`)).toBeNull();
  });

  it('a lamp that is pressed says what is wrong with it, is metered there, and can be as shown after all', async () => {
    const { did, opened } = await show();
    await user.click(look().getByRole('button', { name: `${lamp.tag} lit` }));
    await user.click(await screen.findByText('Dim'));
    expect(did('recordLook')[0]!.look.wrong).toEqual({ [lamp.id]: 'dim' });
    expect(look().getByText(new RegExp(`✕ ${lamp.tag} is dim`))).toBeTruthy();
    await user.click(look().getByRole('button', { name: `${lamp.tag} is dim` }));
    await user.click(await screen.findByText('As shown after all'));
    const looks = Object.values(opened().build.looks);
    expect(looks).toHaveLength(2);
    expect(did('recordLook')[1]!.look.wrong).toEqual({});
  });

  it('is not an owner’s to say', async () => {
    await show(telehandler, 'owner');
    expect(look().queryByRole('button', { name: /All as shown/ })).toBeNull();
  });
});

describe('a walk of several steps', () => {
  const truck = demoBuild('SR-05');

  const walked = overviewOf(truck).stops;

  it('goes on and back, one control at a time, says what to switch, and ends with the checks', async () => {
    await show(truck);
    const walk = within(screen.getByRole('navigation', { name: 'Steps of the proving walk' }));
    const names = walk.getAllByRole('button').map((button) => button.querySelector('b')!.textContent);
    expect(names).toEqual([
      ...walked.map(({ controls, keyOn }) => controls.map(({ name }) => name).join(' + ') + (keyOn ? '' : ', key off')),
      'Without a meter, sign-off',
    ]);
    // A phone shows the boxes alone: their names are on the buttons.
    expect(walk.getAllByRole('button').map((button) => button.getAttribute('aria-label'))).toEqual([
      ...walked.map((_, at) => `${names[at]}, ${at + 1}, not looked at`),
      'Without a meter, sign-off, 0 of 7 looked at',
    ]);
    expect(walk.getAllByRole('button')[1]!.querySelector('.box')!.textContent).toBe('2');
    expect((screen.getByRole('button', { name: 'Back' }) as HTMLButtonElement).disabled).toBe(true);
    await user.click(screen.getByRole('button', { name: 'Next step' }));
    expect(screen.getByText(`Step 2 of ${walked.length}`)).toBeTruthy();
    const [first, second] = walked;
    expect(
      screen.getByText(
        new RegExp(`Switch on: ${second!.controls[0]!.name}\\. Switch off: ${first!.controls[0]!.name}\\.`),
      ),
    ).toBeTruthy();
    await user.click(walk.getAllByRole('button').at(-1)!);
    expect(screen.getByRole('heading', { name: 'Without a meter' })).toBeTruthy();
    await user.click(walk.getAllByRole('button')[0]!);
    expect(screen.getByText(`Step 1 of ${walked.length}`)).toBeTruthy();
  });

  it('names the lamps that must stay dark, and what by the circuit cannot light', async () => {
    await show(truck);
    expect(screen.getByText(/Must stay dark: L1/)).toBeTruthy();
    // Its markers are meant to flash with the beacon, and hang on the running lights alone.
    expect(screen.getByText(/By the circuit L3 R3 would stay dark/)).toBeTruthy();
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
    expect(screen.getByText(/Nothing is called proven while a step is open or fails/)).toBeTruthy();
  });

  it('signed with what is still open, which then stands beside the signature; it can be taken back', async () => {
    const { done } = await openChecks(applied(telehandler, provedDrafts(stops, newId)));
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
