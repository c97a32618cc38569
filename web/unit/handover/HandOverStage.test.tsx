import { screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { beforeEach, describe, expect, it } from 'vitest';
import { bodyOf } from '../../../core/body/index.ts';
import type { Build } from '../../../core/document/index.ts';
import { openThings, overviewOf } from '../../../core/overview/index.ts';

import { backToStock } from '../../../core/work/index.ts';
import { demoBuild, type Role, renderUnit } from '../../testing/renderUnit.tsx';
import { HandOverStage } from './HandOverStage.tsx';

const open = demoBuild('SR-05');
const handed = demoBuild('SR-14');
let user: ReturnType<typeof userEvent.setup>;
beforeEach(() => {
  user = userEvent.setup();
});

const show = (build: Build, role: Role = 'lead') =>
  renderUnit(<HandOverStage />, { build, role, path: '/unit/u/handover' });
const panel = () => within(screen.getByRole('complementary', { name: 'Hand over' }));

describe('the operator card', () => {
  it('says for each switch what it does, with lamps and pattern, and each fuse with its place', async () => {
    await show(open);
    const card = within(screen.getByRole('region', { name: 'Operator card' }));
    for (const { name } of Object.values(open.functions)) expect(card.getAllByText(name).length).toBeGreaterThan(0);
    for (const { feed } of overviewOf(open).feeds.filter(({ feed }) => !feed.ownFuse))
      expect(card.getAllByText(feed.fuse.name).length).toBeGreaterThan(0);
    expect(
      panel()
        .getByRole('link', { name: /Open the card/ })
        .getAttribute('href'),
    ).toBe('/api/units/u/card.pdf');
  });

  it('turns into the way back, every step of it', async () => {
    await show(open);
    await user.click(screen.getByRole('button', { name: 'Back to stock' }));
    const sheet = within(screen.getByRole('article', { name: 'Back to stock' }));
    const { steps } = backToStock(open, bodyOf(open));
    expect(steps.length).toBeGreaterThan(0);
    for (const step of steps) expect(sheet.getByText(step.title)).toBeTruthy();
  });
});

describe('handing over', () => {
  it('names all that is open, the heaviest first, each with its place, and keeps it with the hand-over', async () => {
    const { did } = await show(open);
    const things = openThings(open, overviewOf(open));
    const rows = within(panel().getByRole('list', { name: 'Open' })).getAllByRole('listitem');
    expect(rows).toHaveLength(things.length);
    expect(rows[0]!.textContent).toContain(things[0]!.words);
    expect(things.map(({ weight }) => weight).lastIndexOf('stop')).toBeLessThan(
      things.map(({ weight }) => weight).indexOf('work'),
    );
    expect(within(rows[0]!).getByRole('link').getAttribute('href')).toBe(`/unit/u/${things[0]!.stage}`);
    await user.click(panel().getByRole('button', { name: `Hand over with ${things.length} open` }));
    expect(did('handOver')).toMatchObject([{ done: true }]);
    expect(did('handOver')[0]!.open).toHaveLength(things.length);
    expect(panel().getByText(/^Open then: /)).toBeTruthy();
  });

  it('says that nothing is open only when nothing is', async () => {
    await renderUnit(<HandOverStage />, { build: open, overview: null, path: '/unit/u/handover' });
    expect(document.body.textContent).not.toContain('Nothing is open');
    expect(panel().queryByRole('button', { name: /Hand over/ })).toBeNull();
  });

  it('is not an installer’s', async () => {
    await show(open, 'installer');
    expect(panel().queryByRole('button', { name: /Hand over/ })).toBeNull();
  });

  it('says who did it, and it can be taken back into work', async () => {
    const { done } = await show(handed);
    expect(panel().getByText(new RegExp(`Handed over by ${handed.handedOver!.by}`))).toBeTruthy();
    await user.click(panel().getByRole('button', { name: 'Take it back into work' }));
    expect(done()[0]!.operation).toMatchObject({ kind: 'handOver', done: false });
    expect(panel().getByRole('button', { name: /^Hand over/ })).toBeTruthy();
  });
});

describe('comments', () => {
  it('are an owner’s too, never empty ones', async () => {
    const { done } = await show(open, 'owner');
    const send = panel().getByRole('button', { name: 'Comment' }) as HTMLButtonElement;
    expect(send.disabled).toBe(true);
    await user.type(panel().getByRole('textbox', { name: 'Write a comment' }), '   ');
    expect(send.disabled).toBe(true);
    await user.type(panel().getByRole('textbox', { name: 'Write a comment' }), 'Two more floods, please. ');
    await user.click(send);
    expect(done()[0]!.operation).toMatchObject({ kind: 'addComment', text: 'Two more floods, please.' });
    expect(panel().getByText('Two more floods, please.')).toBeTruthy();
  });
});

describe('more like this one', () => {
  const part = () => within(screen.getByRole('region', { name: 'More like this one' }));

  it('as many as are asked for, each with an id of its own, and leads to them', async () => {
    const asked: { ids: string[] }[] = [];
    globalThis.fetch = async (input) => {
      const request = input as Request;
      const body = (await request.json()) as { ids: string[] };
      asked.push(body);
      return Response.json(body.ids.map((id, at) => ({ id, tag: `SR-3${at}` })));
    };
    await show(handed);
    const count = part().getByRole('spinbutton', { name: 'How many more' });
    await user.clear(count);
    await user.type(count, '2{Enter}');
    await user.click(part().getByRole('button', { name: /Take 2 more into the yard/ }));
    const links = await part().findAllByRole('link');
    expect(asked).toHaveLength(1);
    expect(new Set(asked[0]!.ids).size).toBe(2);
    expect(links.map((link) => link.textContent)).toEqual(['SR-30', 'SR-31']);
    expect(links[0]!.getAttribute('href')).toBe(`/unit/${asked[0]!.ids[0]}/survey`);
  });

  it('is not an owner’s', async () => {
    await show(handed, 'owner');
    expect(screen.queryByRole('region', { name: 'More like this one' })).toBeNull();
  });
});
