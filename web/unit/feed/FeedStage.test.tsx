import { screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { beforeEach, describe, expect, it } from 'vitest';
import type { Build } from '../../../core/document/index.ts';
import { cutList, jointList } from '../../../core/harness/index.ts';
import { overviewOf } from '../../../core/overview/index.ts';
import { store } from '../../app/store.ts';
import { demoBuild, type Role, renderUnit } from '../../testing/renderUnit.tsx';
import { unitActions } from '../unitSlice.ts';
import { FeedStage } from './FeedStage.tsx';

const trailer = demoBuild('SR-11');
const { feeds } = overviewOf(trailer);
let user: ReturnType<typeof userEvent.setup>;
beforeEach(() => {
  user = userEvent.setup();
});

const show = (build: Build = trailer, role: Role = 'lead') =>
  renderUnit(<FeedStage />, { build, role, path: '/unit/u/feed' });
const panel = () => within(screen.getByRole('complementary', { name: 'Feed' }));
const view = (name: string) =>
  user.click(within(screen.getByRole('navigation', { name: 'Views of the circuit' })).getByRole('button', { name }));
const pick = async (box: string, option: RegExp) => {
  await user.click(panel().getByRole('combobox', { name: box }));
  await user.click(await screen.findByText(option, { selector: '.ant-select-item-option-content' }));
};

describe('all feeds', () => {
  it('are summed up while none is chosen; nothing holds beside lamps without a feed', async () => {
    const { unmount } = await show();
    expect(panel().getByText('Every lamp is fed')).toBeTruthy();
    unmount();
    const unfed = demoBuild('SR-03');
    await show(unfed);
    expect(panel().getByText(`${Object.keys(unfed.lamps).length} without a feed`)).toBeTruthy();
    expect(document.body.textContent).not.toContain('All feeds hold');
  });

  it('each is a control of its own in the diagram, opened with Enter', async () => {
    await show();
    const rows = [...document.querySelectorAll<SVGElement>('[data-feed]')];
    expect(new Set(rows.map((row) => row.getAttribute('data-feed'))).size).toBe(feeds.length);
    rows[0]!.focus();
    await user.keyboard('{Enter}');
    expect(panel().getByRole('region', { name: /^Feed / })).toBeTruthy();
  });
});

describe('one feed', () => {
  const assessed = feeds.find(({ feed }) => feed.source?.kind === 'tap' && feed.lamps.length > 1)!;
  const { feed, figures } = assessed;
  const open = async (role: Role = 'lead') => {
    const shown = await show(trailer, role);
    store.dispatch(unitActions.feedChosen(feed.fuse.id));
    await panel().findByRole('region', { name: `Feed ${feed.fuse.name}` });
    return shown;
  };

  it('shows its amps, what is lost and how long it is, as the circuit has them', async () => {
    await open();
    const text = panel().getByRole('region', { name: `Feed ${feed.fuse.name}` }).textContent!;
    expect(text).toContain(`${figures.averageA.toFixed(2)} A`);
    expect(text).toContain(`${figures.maximumA.toFixed(2)} A`);
    expect(text).toContain(`${figures.dropV.toFixed(2)} V`);
    expect(text).toContain(`${(figures.cutLengthMm / 1000).toFixed(1)} m of wire in all`);
  });

  it('the parts of what is lost make up what is lost', async () => {
    await open();
    const said = panel().getByText(/Of what is lost/).textContent!;
    const [copperV, contactsV] = [/lost, ([\d.]+) V are copper at 50 °C/, /50 °C, ([\d.]+) V fuse/].map((part) =>
      Number(part.exec(said)![1]),
    ) as [number, number];
    // Both rounded to the hundredth.
    expect(Math.abs(copperV + contactsV - figures.dropV)).toBeLessThan(0.0101);
    expect(copperV).toBeGreaterThan(0.05);
  });

  it('gets another fuse; a family that lacks the rating takes its next larger one', async () => {
    const { did } = await open();
    await pick('Fuse', /^20 A/);
    expect(did('editFuse')).toMatchObject([{ elementId: feed.fuse.id, changes: { ratingA: 20 } }]);
    await pick('Kind of protection', /^midi$/);
    // The smallest bolt-in fuse is of 30 A.
    expect(did('editFuse')[1]!.changes).toEqual({ family: 'midi', ratingA: 30 });
  });

  it('gets one size for all its wires, and a colour for the supply alone', async () => {
    const { opened, did } = await open();
    await pick('Wire colour', /^violet/);
    expect(new Set(did('editWires')[0]!.wireIds)).toEqual(new Set(feed.wires.map((wire) => wire.id)));
    for (const { id } of feed.wires) expect(opened().build.wires[id]!.colour).toBe('violet');
    for (const { id } of feed.groundWires) expect(opened().build.wires[id]!.colour).not.toBe('violet');
  });

  it('is taken apart after asking, with what nothing else uses; its lamps stay', async () => {
    const { opened } = await open();
    await user.click(panel().getByRole('button', { name: 'Take apart' }));
    expect(opened().build.elements[feed.fuse.id]).toBeDefined();
    const asked = await screen.findByText(/Its lamps stay where they are/);
    await user.click(within(asked.closest<HTMLElement>('.ant-popover')!).getByRole('button', { name: 'Take apart' }));
    const { build } = opened();
    expect(build.elements[feed.fuse.id]).toBeUndefined();
    expect(Object.keys(build.lamps)).toEqual(Object.keys(trailer.lamps));
    const others = feeds.filter((each) => each !== assessed);
    for (const other of others)
      for (const wire of other.feed.wires) expect(build.wires[wire.id], other.feed.fuse.name).toBeDefined();
  });

  it('is not changed by an owner', async () => {
    await open('owner');
    expect(panel().queryByRole('button', { name: 'Take apart' })).toBeNull();
    for (const box of panel().getAllByRole('combobox')) expect((box as HTMLInputElement).disabled).toBe(true);
  });
});

describe('the cut list', () => {
  it('has every wire with both ends; a plug is put into one, which is two from then on', async () => {
    const lines = cutList(trailer);
    const { did, opened } = await show();
    await view('Cut list');
    const list = within(screen.getByRole('region', { name: 'Cut list' }));
    expect(list.getAllByRole('row')).toHaveLength(lines.length + 1);
    await user.click(list.getByRole('button', { name: `Put a part into ${lines[0]!.tag}` }));
    await user.click(await screen.findByText(/Put a sealed plug in/));
    expect(did('insertPart')).toHaveLength(1);
    expect(cutList(opened().build)).toHaveLength(lines.length + 1);
    for (const file of ['cut-list.csv', 'wire-labels.pdf', 'purchase.xlsx', 'netlist.cir'])
      expect(document.querySelector(`a[href$="${file}"]`), file).not.toBeNull();
  });

  it('of a unit without feeds says where wires come from', async () => {
    await show(demoBuild('SR-18'));
    await view('Cut list');
    expect(screen.getByText(/No wires yet: make a feed/)).toBeTruthy();
  });
});

describe('joints, routes and the battery', () => {
  it('each view draws what is known of the unit', async () => {
    await show();
    await view('Joints');
    const joints = jointList(trailer, cutList(trailer));
    expect(within(screen.getByRole('region', { name: 'Joints' })).getByText(`${joints.length} joints`)).toBeTruthy();
    await view('Routes');
    expect(panel().getAllByText(/runs, the longest/).length).toBeGreaterThan(0);
    await view('Battery');
    expect(document.body.textContent).toMatch(/hours|days|h\b/);
  });
});

describe('where things sit', () => {
  const battery = () => screen.getByRole('region', { name: 'Place of Battery' });

  it('is listed with what nobody has said yet, typed, and forgotten again', async () => {
    const { did, opened } = await show();
    await view('Routes');
    const places = within(panel().getByRole('region', { name: 'Where things sit' }));
    expect(places.getAllByText('▲ not said yet').length).toBeGreaterThan(0);
    await user.click(places.getByRole('button', { name: 'Battery' }));
    expect(within(battery()).getByText(/Nobody has said where/)).toBeTruthy();
    const front = within(battery()).getByRole('textbox', { name: 'Battery: from front' });
    await user.clear(front);
    await user.type(front, '640{Enter}');
    const { position } = trailer.fusePanel;
    expect(did('setPlace')).toMatchObject([{ of: 'battery', position: { ...position, xMm: 640 } }]);
    await user.click(within(battery()).getByRole('button', { name: 'Not known after all' }));
    expect(opened().build.places).toEqual({});
    await user.click(within(battery()).getByRole('button', { name: 'All routes' }));
    expect(panel().getByRole('region', { name: 'Where things sit' })).toBeTruthy();
  });

  it('the fuse panel is moved like anything else', async () => {
    const { did } = await show();
    await view('Routes');
    await user.click(
      within(panel().getByRole('region', { name: 'Where things sit' })).getByRole('button', {
        name: trailer.fusePanel.name,
      }),
    );
    const height = panel().getByRole('textbox', { name: `${trailer.fusePanel.name}: height` });
    await user.clear(height);
    await user.type(height, '700{Enter}');
    expect(did('setFusePanel')).toMatchObject([{ changes: { position: { zMm: 700 } } }]);
    expect(did('setPlace')).toEqual([]);
  });
});
