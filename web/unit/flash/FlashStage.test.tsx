import { screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { beforeEach, describe, expect, it } from 'vitest';
import type { Build } from '../../../core/document/index.ts';
import { byPriority } from '../../../core/document/index.ts';
import { legendOf, programmingTasks, showsFor } from '../../../core/flash/index.ts';
import { applied } from '../../../demo/testUnit.ts';
import { store } from '../../app/store.ts';
import { demoBuild, type Role, renderUnit } from '../../testing/renderUnit.tsx';
import { unitActions } from '../unitSlice.ts';
import { FlashStage } from './FlashStage.tsx';

const trailer = demoBuild('SR-11');
let user: ReturnType<typeof userEvent.setup>;
beforeEach(() => {
  user = userEvent.setup();
});

const show = (build: Build = trailer, role: Role = 'lead') =>
  renderUnit(<FlashStage />, { build, role, path: '/unit/u/flash' });
const states = () => within(screen.getByRole('complementary', { name: 'Control states' }));
const panel = () => within(screen.getByRole('complementary', { name: 'What it does now' }));
const open = (name: string) => user.click(panel().getByText(name, { selector: '.ant-segmented-item-label' }));
const functions = byPriority(trailer);

describe('the switches of a unit', () => {
  it('stand in the order in which they win, those of the crew on and those of the driver off', async () => {
    await show();
    const names = states()
      .getAllByRole('listitem')
      .map((item) => item.querySelector('b')!.textContent);
    expect(names).toEqual(functions.map((each) => each.name));
    for (const each of functions) {
      const control = trailer.controls[each.controlId]!;
      const isOn = states()
        .getAllByRole('switch', { name: `${control.name} on` })[0]!
        .getAttribute('aria-checked');
      expect(isOn, control.name).toBe(String(control.kind !== 'signal'));
    }
  });

  it('say at once what the unit does with one of them off, and with none on', async () => {
    await show();
    const told = () => document.querySelector('.does-now')!.textContent;
    const all = told();
    const seen = new Set<string>();
    for (const each of functions) {
      const control = trailer.controls[each.controlId]!;
      if (control.kind === 'signal' || seen.has(control.id)) continue;
      seen.add(control.id);
      await user.click(states().getAllByRole('switch', { name: `${control.name} on` })[0]!);
    }
    expect(told()).not.toBe(all);
    expect(showsFor(trailer, new Set()).size).toBe(0);
    expect(screen.queryByText('At once')).toBeNull();
  });

  it('change places with all that stands between, as operations on priorities alone', async () => {
    const { done } = await show();
    const [first, second] = functions;
    await user.click(states().getByRole('button', { name: `${second!.name}: wins over more` }));
    expect(done().map(({ operation }) => operation)).toMatchObject([
      { kind: 'raiseFunction', functionId: second!.id, aboveId: first!.id },
    ]);
    const up = states().getByRole('button', { name: `${second!.name}: wins over more` }) as HTMLButtonElement;
    expect(up.disabled).toBe(true);
  });

  it('are looked at, not changed, by an owner', async () => {
    await show(trailer, 'owner');
    expect(states().queryByRole('button', { name: /wins over/ })).toBeNull();
    expect(states().getAllByRole('switch').length).toBe(functions.length);
  });
});

describe('the pattern of chosen lamps', () => {
  const sides = (ids: readonly string[]) => new Set(ids.map((id) => Math.sign(trailer.lamps[id]!.position.yMm)));
  const first = functions.find((each) => sides(Object.keys(each.shows)).size > 1)!;
  const ids = Object.keys(first.shows);
  const choose = async (build = trailer) => {
    const shown = await show(build);
    store.dispatch(unitActions.selected(ids));
    await open('Pattern');
    return shown;
  };

  it('asks for lamps while none is chosen', async () => {
    await show();
    await open('Pattern');
    expect(panel().getByText(/Choose lamps on the sheet or a row of the timeline/)).toBeTruthy();
  });

  it('is put on all of them', async () => {
    const { done } = await choose();
    const other = panel()
      .getAllByRole('option')
      .find((option) => option.getAttribute('aria-selected') === 'false')!;
    await user.click(other);
    const { operation } = done()[0]!;
    expect(operation).toMatchObject({ kind: 'setPattern', functionId: first.id });
    expect(new Set((operation as { lampIds: string[] }).lampIds)).toEqual(new Set(ids));
    await waitFor(() => expect(other.getAttribute('aria-selected')).toBe('true'));
  });

  it('left and right answer each other: left of the centre first, the others second', async () => {
    const together = applied(trailer, [
      { kind: 'setPattern', functionId: first.id, lampIds: ids, changes: { phase: 'A' } },
    ]);
    const { opened } = await choose(together);
    await user.click(panel().getByText('left and right answer'));
    const { shows } = opened().build.functions[first.id]!;
    for (const id of ids)
      expect(shows[id]!.phase, trailer.lamps[id]!.tag).toBe(trailer.lamps[id]!.position.yMm >= 0 ? 'A' : 'B');
  });

  it('a later start is kept in whole milliseconds', async () => {
    const { done } = await choose();
    const field = panel().getByRole('spinbutton', { name: 'Later by, ms' });
    await user.clear(field);
    await user.type(field, '85{Enter}');
    expect(done()[0]!.operation).toMatchObject({ kind: 'setPattern', changes: { shiftMs: 85 } });
  });

  it('one of one’s own is drawn, kept and used in one go', async () => {
    const { did } = await choose();
    await user.click(panel().getByRole('button', { name: 'Draw one …' }));
    const editor = within(screen.getByRole('region', { name: 'Draw a pattern' }));
    const name = editor.getByRole('textbox', { name: 'Name of the pattern' });
    await user.clear(name);
    expect((editor.getByRole('button', { name: 'Keep and use' }) as HTMLButtonElement).disabled).toBe(true);
    await user.type(name, ' Yard sweep ');
    const pulses = editor.getByRole('group', { name: 'Pulses over one period' });
    const before = pulses.querySelectorAll('[role="button"], [data-pulse], rect').length;
    await user.click(editor.getByRole('button', { name: 'Add a pulse' }));
    expect(pulses.querySelectorAll('[role="button"], [data-pulse], rect').length).toBeGreaterThan(before);
    await user.click(editor.getByRole('button', { name: 'Keep and use' }));
    const [put] = did('putPattern');
    expect(put).toMatchObject({ kind: 'putPattern', pattern: { name: 'Yard sweep' } });
    expect(did('setPattern')).toMatchObject([{ lampIds: ids, changes: { patternId: put!.pattern.id } }]);
    expect(screen.queryByRole('region', { name: 'Draw a pattern' })).toBeNull();
  });
});

describe('setting lamps by their own recipe', () => {
  it('tells how, and remembers which are set, one at a time or all of a kind', async () => {
    const tasks = programmingTasks(trailer).filter((task) => task.recipe && !task.done);
    const { done } = await show();
    await open('Set lamps');
    expect(panel().getByText(new RegExp(`of ${programmingTasks(trailer).length} set`))).toBeTruthy();
    if (tasks.length === 0) {
      const box = panel().getAllByRole('checkbox')[0]!;
      await user.click(box);
      expect(done()[0]!.operation).toMatchObject({ kind: 'programLamps', number: null });
      return;
    }
    await user.click(panel().getByRole('checkbox', { name: new RegExp(`^${tasks[0]!.lamp.tag}`) }));
    expect(done()[0]!.operation).toMatchObject({
      kind: 'programLamps',
      lampIds: [tasks[0]!.lamp.id],
      number: tasks[0]!.recipe!.to,
    });
  });

  it('a unit without such lamps says so', async () => {
    const plain = Object.fromEntries(
      Object.entries(trailer.models).map(([key, model]) => [key, { ...model, programming: null, ownPatterns: [] }]),
    );
    const build = { ...trailer, models: plain } as unknown as Build;
    await show(programmingTasks(build).length === 0 ? build : { ...trailer, lamps: {}, functions: {} });
    await open('Set lamps');
    expect(panel().getByText(/No lamp here has patterns of its own/)).toBeTruthy();
  });
});

describe('the legend', () => {
  it('is the place where a button gets its name, not one left empty or as it was', async () => {
    const { done } = await show();
    await open('Legend');
    const row = legendOf(trailer).find(({ control }) => control.kind !== 'signal')!;
    const field = panel().getByRole('textbox', { name: `Label of ${row.control.name}` });
    await user.clear(field);
    await user.tab();
    expect(done()).toEqual([]);
    await user.type(field, 'Amber all{Enter}');
    expect(done()[0]!.operation).toMatchObject({
      kind: 'editControl',
      controlId: row.control.id,
      changes: { name: 'Amber all' },
    });
  });

  it('once hung is known to hang until something in it changes', async () => {
    const { done } = await show();
    await open('Legend');
    const hang = panel().queryByRole('button', { name: 'It hangs in the unit' });
    if (hang) await user.click(hang);
    expect(panel().getByRole('button', { name: /^Hung / })).toBeTruthy();
    const row = legendOf(trailer).find(({ control }) => control.kind !== 'signal')!;
    const field = panel().getByRole('textbox', { name: `Label of ${row.control.name}` });
    await user.clear(field);
    await user.type(field, 'Otherwise{Enter}');
    expect(panel().getByRole('button', { name: 'It hangs in the unit' })).toBeTruthy();
    expect(done().some(({ operation }) => operation.kind === 'editControl')).toBe(true);
  });
});
