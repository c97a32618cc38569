import { act, screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { Profiler } from 'react';
import { describe, expect, it } from 'vitest';
import type { Stage } from '../../core/document/index.ts';
import { SHELF } from '../../demo/shelf.ts';
import { applied } from '../../demo/testUnit.ts';
import { api } from '../app/api.ts';
import { type Dispatch, store } from '../app/store.ts';
import { demoBuild, type Role, renderUnit } from '../testing/renderUnit.tsx';
import { BuildStage } from './build/BuildStage.tsx';
import { FeedStage } from './feed/FeedStage.tsx';
import { FlashStage } from './flash/FlashStage.tsx';
import { HandOverStage } from './handover/HandOverStage.tsx';
import { PartsStage } from './parts/PartsStage.tsx';
import { PlaceStage } from './place/PlaceStage.tsx';
import { ProveStage } from './prove/ProveStage.tsx';
import { SurveyStage } from './survey/SurveyStage.tsx';
import { UnitHeader } from './UnitHeader.tsx';
import { type Pending, unitActions } from './unitSlice.ts';
import { perform } from './unitThunks.ts';

const build = demoBuild('SR-11');
const STAGES: [Stage, () => React.ReactElement][] = [
  ['survey', () => <SurveyStage />],
  ['place', () => <PlaceStage />],
  ['feed', () => <FeedStage />],
  ['flash', () => <FlashStage />],
  ['parts', () => <PartsStage />],
  ['build', () => <BuildStage />],
  ['prove', () => <ProveStage />],
  ['handover', () => <HandOverStage />],
];
const show = (stage: Stage, element: React.ReactElement, role: Role = 'lead') =>
  renderUnit(element, { build, role, shelf: SHELF, path: `/unit/u/${stage}` });

describe('every stage', () => {
  it.each(STAGES)('%s says something, and every control of it has a name', async (stage, element) => {
    await show(stage, element());
    expect(document.body.textContent!.length).toBeGreaterThan(100);
    const unnamed = [...document.querySelectorAll('button, [role="button"], input')].filter(
      (control) =>
        !control.textContent?.trim() &&
        !control.getAttribute('aria-label') &&
        !control.getAttribute('aria-labelledby') &&
        !control.getAttribute('title') &&
        !control.closest('label') &&
        !document.querySelector(`label[for="${control.id || '-'}"]`) &&
        !control.querySelector('[aria-label]') &&
        control.getAttribute('aria-hidden') !== 'true',
    );
    expect(unnamed.map((control) => control.outerHTML.slice(0, 160))).toEqual([]);
  });

  it.each(STAGES)(
    '%s offers an owner nothing that changes the unit',
    async (stage, element) => {
      const { done } = await show(stage, element(), 'owner');
      for (const button of screen.queryAllByRole('button')) {
        const isOpen = !(button as HTMLButtonElement).disabled && button.isConnected;
        if (isOpen && !/comment|Comment|Send/.test(button.textContent ?? '')) await userEvent.click(button);
      }
      expect(done().map(({ operation }) => operation.kind)).toEqual([]);
    },
    60_000,
  );
});

/** How many turns in a row must pass without a drawing: an answer that fails takes a few from promise to promise. */
const QUIET_TURNS = 10;

/** What a stage asks of the server is answered, or known to be away, and drawn. */
async function settled(drawings: () => number): Promise<void> {
  for (let quiet = 0; quiet < QUIET_TURNS; ) {
    const before = drawings();
    await act(async () => {
      await Promise.all((store.dispatch as Dispatch)(api.util.getRunningQueriesThunk()));
      await new Promise((resolve) => setTimeout(resolve));
    });
    quiet = drawings() === before ? quiet + 1 : 0;
  }
}

describe('an acknowledgement', () => {
  it.each(STAGES)('draws nothing of %s anew', async (stage, element) => {
    let drawn = 0;
    const count = () => void drawn++;
    const { opened } = await show(
      stage,
      <Profiler id={stage} onRender={count}>
        {element()}
      </Profiler>,
    );
    act(
      () => void (store.dispatch as Dispatch)(perform([{ kind: 'setUnit', changes: { name: 'Tilt trailer, long' } }])),
    );
    const [{ operation, stamp }] = opened().pending as [Pending];
    await waitFor(() => expect(drawn).toBeGreaterThan(1));
    await settled(() => drawn);
    drawn = 0;
    const { id } = operation;
    act(() => {
      store.dispatch(unitActions.sent({ applied: [{ id, revision: 2 }], refusedIds: [], at: stamp.at }));
      const news = [{ revision: 2, operation, clientId: 'this', ...stamp }];
      store.dispatch(unitActions.newsArrived({ news, ownClientId: 'this' }));
    });
    expect(opened().pending).toEqual([]);
    expect(opened().revision).toBe(2);
    expect(drawn).toBe(0);
  });
});

describe('the findings of a stage', () => {
  it('are said to be worked out before they are: nothing holds before it is known', async () => {
    await renderUnit(<PlaceStage />, { build, overview: null, shelf: SHELF });
    expect(screen.getByText('Being worked out …')).toBeTruthy();
    expect(document.body.textContent).not.toMatch(/No findings|holds?\.|All feeds/);
  });

  it('in feed are all that show there, those of no feed too when none is chosen', async () => {
    const sloppy = applied(demoBuild('SR-05'), []);
    await renderUnit(<FeedStage />, { build: sloppy, path: '/unit/u/feed' });
    expect(screen.getByText(/Slot 4 would carry/)).toBeTruthy();
  });
});

describe('the header of a unit', () => {
  it('counts what is open, says when it does not know yet, and opens the list', async () => {
    const sloppy = demoBuild('SR-05');
    const { unmount } = await renderUnit(<UnitHeader stage="place" />, { build: sloppy, overview: null });
    expect(screen.getByRole('button', { name: /Findings/ }).textContent).toContain('…');
    expect(document.body.textContent).not.toContain('No findings');
    unmount();
    await renderUnit(<UnitHeader stage="place" />, { build: sloppy });
    const mark = screen.getByRole('button', { name: /Findings/ });
    expect(mark.textContent).toMatch(/1 stop\s*8 cautions/);
    expect(mark.getAttribute('aria-expanded')).toBe('false');
    await userEvent.click(mark);
    expect(mark.getAttribute('aria-expanded')).toBe('true');
  });

  it('does not count what somebody lets stand', async () => {
    const sloppy = demoBuild('SR-05');
    const { overviewOf } = await import('../../core/overview/index.ts');
    const cautions = overviewOf(sloppy).findings.filter((finding) => finding.severity === 'caution');
    const stood = applied(
      sloppy,
      cautions.map(({ id, code }) => ({
        kind: 'letStand' as const,
        findingId: id,
        code,
        reason: 'the customer knows',
      })),
    );
    await renderUnit(<UnitHeader stage="place" />, { build: stood });
    expect(screen.getByRole('button', { name: /Findings/ }).textContent).not.toContain('caution');
  });

  it('offers an owner no undo', async () => {
    await renderUnit(<UnitHeader stage="place" />, { build, role: 'owner' });
    expect(screen.queryByRole('button', { name: 'Undo' })).toBeNull();
  });
});
