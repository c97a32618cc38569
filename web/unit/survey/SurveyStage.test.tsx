import { screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { beforeEach, describe, expect, it } from 'vitest';
import { bodyOf } from '../../../core/body/index.ts';
import type { Build } from '../../../core/document/index.ts';
import { slotWhen } from '../../../core/graph/index.ts';
import { usualLamps } from '../../../core/place/index.ts';

import { surveyQuestions } from '../../../core/work/index.ts';
import { applied } from '../../../demo/testUnit.ts';
import { demoBuild, type Role, renderUnit } from '../../testing/renderUnit.tsx';
import { SurveyStage } from './SurveyStage.tsx';

const tractor = demoBuild('SR-05');
let user: ReturnType<typeof userEvent.setup>;
beforeEach(() => {
  user = userEvent.setup();
});

const show = (build: Build = tractor, role: Role = 'installer') =>
  renderUnit(<SurveyStage />, { build, role, path: '/unit/u/survey' });
const panel = () => within(screen.getByRole('complementary', { name: 'Survey' }));
const open = (part: string) =>
  user.click(
    within(screen.getByRole('navigation', { name: 'Parts of the survey' })).getByRole('button', {
      name: new RegExp(`^${part}`),
    }),
  );
const retype = async (field: HTMLElement, text: string) => {
  await user.clear(field);
  await user.type(field, `${text}{Enter}`);
};

describe('the fuse panel', () => {
  const slots = Object.values(tractor.slots);
  const openSlot = (label: string) => user.click(screen.getByRole('button', { name: new RegExp(`^Slot ${label},`) }));

  it('names every slot with its fuse and when it is hot, never by colour alone', async () => {
    await show();
    const fuses = within(screen.getByRole('region', { name: 'Fuse boxes' }));
    for (const slot of slots)
      expect(
        fuses.getByRole('button', { name: new RegExp(`^Slot ${slot.label}, ${slot.ratingA ?? 'no'} A fuse, `) }),
      ).toBeTruthy();
  });

  it('a slot is read column by column, and what it is follows from its readings', async () => {
    const bare = applied(tractor, []);
    const { did, opened } = await show(bare);
    const slot = slots[0]!;
    await openSlot(slot.label);
    await retype(panel().getByRole('textbox', { name: 'Key off, volts' }), '0,0');
    await retype(panel().getByRole('textbox', { name: 'Key on, volts' }), '12,5');
    const read = opened().build.slots[slot.id]!;
    expect(read.reading).toMatchObject({ keyOffV: 0, keyOnV: 12.5 });
    expect(slotWhen(read, 12)).toBe('ignition');
    expect(did('recordSlotReading').every(({ slotId }) => slotId === slot.id)).toBe(true);
  });

  it('a reading that no meter shows is not kept: it stays where it was typed, and what to type is said', async () => {
    const { done } = await show();
    await openSlot(slots[0]!.label);
    const field = panel().getByRole('textbox', { name: 'Key off, volts' }) as HTMLInputElement;
    const before = field.value;
    for (const wrong of ['75', 'hot', '-1']) {
      await retype(field, wrong);
      expect(field.value).toBe(wrong);
      expect(field.getAttribute('aria-invalid')).toBe('true');
      expect(await screen.findByText(/no reading.*0 to 60/)).toBeTruthy();
    }
    await user.type(field, '{Escape}');
    expect(field.value).toBe(before);
    expect(field.getAttribute('aria-invalid')).toBe('false');
    expect(done()).toEqual([]);
  });

  it('leads on from slot to slot, and closes to the parts of the survey', async () => {
    await show();
    const [first, second] = slots.filter(({ boxId }) => !boxId).sort((a, b) => a.row - b.row || a.column - b.column);
    await openSlot(first!.label);
    await user.click(panel().getByRole('button', { name: `Next slot: ${second!.label}` }));
    expect(panel().getByRole('heading', { name: new RegExp(`^Slot ${second!.label}\\b`) })).toBeTruthy();
    await user.click(panel().getByRole('button', { name: 'Close the slot' }));
    expect(screen.getByRole('navigation', { name: 'Parts of the survey' })).toBeTruthy();
  });

  it('grows by one slot, numbered on from the last, which opens at once', async () => {
    const { did } = await show();
    const numbers = slots.map(({ label }) => Number(label)).filter(Number.isFinite);
    await user.click(screen.getByRole('button', { name: /^Add a slot to (?!Battery)/ }));
    const [{ slots: added } = { slots: [] }] = did('addSlots');
    expect(added.map(({ label }) => label)).toEqual([String(Math.max(0, ...numbers) + 1)]);
    expect(panel().getByRole('heading', { name: new RegExp(`^Slot ${added[0]!.label}\\b`) })).toBeTruthy();
  });
});

describe('fuse boxes', () => {
  const box = (name: string) => within(screen.getByRole('region', { name }));

  it('each with its own slots; a slot says which metal is there, and what goes into it', async () => {
    const { opened } = await show();
    expect(box('Battery box').getAllByRole('button', { name: /^Slot/ })).toHaveLength(4);
    await user.click(
      box('Fuse panel').getByRole('button', { name: /^Slot 10, no A fuse, hot with key on, no terminal on the load/ }),
    );
    // A regular socket's lock closes on 2.5 mm2 at most (common practice, no source).
    expect(panel().getByRole('img', { name: 'Wires that its lock takes: 0.5 to 2.5 mm²' })).toBeTruthy();
    await user.click(panel().getByRole('combobox', { name: 'Metal in the slot' }));
    await user.click(await screen.findByText(/on neither side/, { selector: '.ant-select-item-option-content' }));
    const slot = Object.values(opened().build.slots).find(({ label }) => label === '10')!;
    expect(slot.cavity).toBe('hollow');
    expect(slotWhen(slot, 12)).toBe('dead');
  });

  it('a new one is named, said where it is, filled, and stays while it has slots', async () => {
    const { opened, did } = await show();
    await user.click(screen.getByRole('button', { name: /Fuse box$/ }));
    await retype(panel().getByRole('textbox', { name: 'Name of the box' }), 'Roof box');
    await retype(panel().getByRole('textbox', { name: 'Where the box is found' }), 'under the lining');
    await user.click(panel().getByRole('checkbox', { name: /Water reaches it/ }));
    const made = Object.values(opened().build.fuseBoxes).find(({ name }) => name === 'Roof box')!;
    expect(made).toMatchObject({ place: 'under the lining', isWet: true });
    await user.click(screen.getByRole('button', { name: 'Add six slots to Roof box' }));
    expect(
      did('addSlots')
        .at(-1)!
        .slots.map(({ label, boxId }) => [label, boxId]),
    ).toEqual(['1', '2', '3', '4', '5', '6'].map((label) => [label, made.id]));
    await user.click(panel().getByRole('button', { name: 'Close the slot' }));
    await user.click(screen.getByRole('button', { name: /^Roof box/ }));
    expect(panel().getByRole('button', { name: 'Remove the box' })).toHaveProperty('disabled', true);
  });

  it('letters go on as letters', async () => {
    const { did } = await show();
    await user.click(screen.getByRole('button', { name: 'Add a slot to Battery box' }));
    expect(
      did('addSlots')
        .at(-1)!
        .slots.map(({ label }) => label),
    ).toEqual(['E']);
  });
});

describe('lamps the unit came with', () => {
  it('begin with what such a unit usually has, and each is then set right', async () => {
    const bare = { ...tractor, factoryLamps: {} };
    const { did, opened } = await show(bare);
    await open('Lamps');
    await user.click(panel().getByRole('button', { name: 'As usual for this kind' }));
    const usual = usualLamps(bodyOf(bare));
    expect(did('recordFactoryLamps')[0]!.lamps).toHaveLength(usual.length);
    await user.click(panel().getAllByRole('radio', { name: 'dim' })[0]!);
    const states = Object.values(opened().build.factoryLamps).map(({ state }) => state);
    expect(states.filter((state) => state === 'dim')).toHaveLength(1);
    expect(states.filter((state) => state === 'works')).toHaveLength(usual.length - 1);
    await user.click(panel().getAllByRole('button', { name: /^Take out the / })[0]!);
    expect(Object.keys(opened().build.factoryLamps)).toHaveLength(usual.length - 1);
  });
});

describe('questions', () => {
  it('are answered with one tap, taken back with a second, or in words', async () => {
    const { did, opened } = await show({ ...tractor, survey: {} });
    await open('Questions');
    const question = surveyQuestions(bodyOf(tractor)).find(({ usual }) => usual.length > 0)!;
    const article = within(panel().getByRole('heading', { name: question.words }).closest('article')!);
    const answer = article.getByRole('button', { name: question.usual[0]! });
    await user.click(answer);
    expect(opened().build.survey[question.key]?.value).toBe(question.usual[0]);
    await user.click(answer);
    expect(opened().build.survey[question.key]).toBeUndefined();
    await retype(article.getByRole('textbox'), 'only behind the seat');
    expect(did('answerSurvey').at(-1)).toMatchObject({ key: question.key, value: 'only behind the seat' });
  });
});

describe('plugs', () => {
  const addPlug = async (label: string) => {
    await open('Plugs');
    await user.click(panel().getByRole('combobox', { name: 'Kind of plug' }));
    await user.click(await screen.findByText(label, { selector: '.ant-select-item-option-content' }));
    await user.click(panel().getByRole('button', { name: /Plug$/ }));
  };

  it('of a kind that is known come with what is on each pin; pins that nobody read are dead by one press', async () => {
    const { opened } = await show({ ...tractor, plugs: {} });
    await addPlug('Rear lamp plug, 3 pins');
    const plug = () => Object.values(opened().build.plugs)[0]!;
    expect(plug().pins.map(({ signal }) => signal)).toEqual(['running', 'brake', null]);
    await user.click(panel().getByRole('button', { name: '3 not read: all 0 V' }));
    expect(plug().pins.every(({ keyOffV, keyOnV }) => keyOffV === 0 && keyOnV === 0)).toBe(true);
  });

  it('a pin keeps its colour, its own load, and leads on to what can be done with its lead', async () => {
    const { opened } = await show({ ...tractor, plugs: {} });
    await addPlug('Rear lamp plug, 3 pins');
    await retype(panel().getByRole('textbox', { name: 'Pin 2, wire colour' }), 'red/white');
    await retype(panel().getByRole('spinbutton', { name: /^Pin 2, what the unit itself draws/ }), '1.8');
    const plug = Object.values(opened().build.plugs)[0]!;
    expect(plug.pins[1]).toMatchObject({ colour: 'red/white', ownLoadA: 1.8 });
    const links = panel().getAllByRole('link', { name: /Use this lead/ });
    expect(links.map((link) => link.getAttribute('href'))).toHaveLength(2);
  });
});

describe('trim', () => {
  it('is counted with what holds it, and taken out again', async () => {
    const { opened } = await show({ ...tractor, trim: {} });
    await open('Trim');
    await user.click(panel().getByRole('button', { name: /Trim$/ }));
    await retype(panel().getByRole('spinbutton', { name: /how many fasteners/ }), '7');
    await retype(panel().getByRole('textbox', { name: /, fasteners$/ }), 'T20 screws');
    expect(Object.values(opened().build.trim)).toMatchObject([{ count: 7, fasteners: 'T20 screws' }]);
    await user.click(panel().getByRole('button', { name: /^Take out/ }));
    expect(Object.values(opened().build.trim)).toEqual([]);
  });
});

describe('the unit itself', () => {
  it('takes a dimension within what such a body can be, and says why not otherwise', async () => {
    const { did } = await show();
    const field = panel().getAllByRole('textbox')[0]!;
    await retype(field, '1');
    expect(did('setBodyParameters')).toEqual([]);
    expect(await screen.findByText(/mm/, { selector: '.ant-message-notice *, .ant-message *' })).toBeTruthy();
  });

  it('asks for the battery, and 24 V is one press', async () => {
    const { opened } = await show();
    await user.click(panel().getByText('24 V'));
    expect(opened().build.electrics).toMatchObject({ systemVoltageV: 24, surveyed: true });
    await retype(panel().getByRole('spinbutton', { name: 'Battery capacity, Ah' }), '110');
    expect(opened().build.electrics.batteryAh).toBe(110);
  });
});
