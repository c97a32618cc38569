import { useEffect, useState } from 'react';
import { useNavigate } from 'react-router';
import type { OperationDraft, Position } from '../../core/document/index.ts';
import { STAGES, type Stage } from '../../core/document/index.ts';
import { centre, matchTo, mirrorOperations, nudge, spreadEvenly } from '../../core/place/index.ts';
import { newId } from '../app/ids.ts';
import type { KeyLine } from '../app/KeyHelp.tsx';
import { useApp, useAppDispatch } from '../app/store.ts';
import { isTyping } from '../app/typing.ts';
import { useFindingsOpen } from './findings/useFindingsOpen.ts';
import { unitActions } from './unitSlice.ts';
import { useTakeBack } from './useTakeBack.ts';
import { useUnit } from './useUnit.ts';

const NUDGE_MM = 10;
const FINE_NUDGE_MM = 1;

/** Arrow keys move along the unit and up; with Ctrl the up and down arrows move across it. */
function nudgeOf(event: KeyboardEvent): Partial<Position> | null {
  const step = event.shiftKey ? FINE_NUDGE_MM : NUDGE_MM;
  switch (event.key) {
    case 'ArrowLeft':
      return { xMm: -step };
    case 'ArrowRight':
      return { xMm: step };
    case 'ArrowUp':
      return event.ctrlKey ? { yMm: step } : { zMm: step };
    case 'ArrowDown':
      return event.ctrlKey ? { yMm: -step } : { zMm: -step };
    default:
      return null;
  }
}

/** On front and rear, left and right arrows mean across the unit, as they do for whoever looks at it. */
function turned(by: Partial<Position>, faces: ReadonlySet<string>): Partial<Position> {
  const allOn = (face: string) => faces.size === 1 && faces.has(face);
  if (allOn('front')) return by.xMm ? { yMm: by.xMm } : by;
  if (allOn('rear')) return by.xMm ? { yMm: -by.xMm } : by;
  if (allOn('top')) return by.zMm ? { yMm: -by.zMm } : by;
  return by;
}

export const KEY_LINES: KeyLine[] = [
  { keys: ['Ctrl', 'Z'], words: 'undo' },
  { keys: ['Ctrl', 'Shift', 'Z'], words: 'redo' },
  { keys: ['←', '→', '↑', '↓'], words: 'move the selected lamps 10 mm; with Shift 1 mm; with Ctrl across' },
  { keys: ['O'], words: 'every hole, on Place' },
  { keys: ['M'], words: 'mirror to the other side' },
  { keys: ['E'], words: 'spread evenly' },
  { keys: ['C'], words: 'put on the centreline' },
  { keys: ['H'], words: 'set to the height of the first' },
  { keys: ['G'], words: 'group or ungroup' },
  { keys: ['L'], words: 'lock or unlock' },
  { keys: ['R'], words: 'lay a row on a part' },
  { keys: ['U'], words: 'copy the layout of another unit' },
  { keys: ['V'], words: 'from where the selected lamp is seen' },
  { keys: ['X'], words: 'zones' },
  { keys: ['Delete'], words: 'remove' },
  { keys: ['Ctrl', 'A'], words: 'select all lamps' },
  { keys: ['Esc'], words: 'let go of the selection' },
  { keys: ['+', '-', '0'], words: 'closer, further away, the whole sheet' },
  { keys: ['Z'], words: 'the selected lamp up close' },
  { keys: ['S'], words: 'search the shelf' },
  { keys: ['Space'], words: 'play or pause the pattern (Flash)' },
  { keys: ['F'], words: 'all findings of the unit' },
  { keys: ['[', ']'], words: 'stage before, stage after' },
  { keys: ['?'], words: 'these keys' },
];

/** Keys of the unit's pages. Typing in a field is left alone. */
export function useUnitKeys(stage: Stage): { open: boolean; close(): void } {
  const { id, build, body, mayEdit, act } = useUnit();
  const selection = useApp((state) => state.unit.selection);
  const dispatch = useAppDispatch();
  const takeBack = useTakeBack();
  const navigate = useNavigate();
  const { toggle: toggleFindings, search: findingsSearch } = useFindingsOpen();
  const [open, setOpen] = useState(false);

  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (isTyping(event)) return;
      const handled = () => event.preventDefault();
      const control = event.ctrlKey || event.metaKey;
      if (control && event.key.toLowerCase() === 'z' && mayEdit) {
        handled();
        takeBack(event.shiftKey ? 'redo' : 'undo');
        return;
      }
      if (event.key === '?') return setOpen(true);
      if (!control && event.key.toLowerCase() === 'f') return toggleFindings();
      if (event.key === '[' || event.key === ']') {
        const next = STAGES[STAGES.indexOf(stage) + (event.key === ']' ? 1 : -1)];
        if (next) navigate(`/unit/${id}/${next}${findingsSearch}`);
        return;
      }
      if (event.key === 'Escape') return void dispatch(unitActions.selected([]));
      if (control && event.key.toLowerCase() === 'a') {
        handled();
        dispatch(unitActions.selected(Object.keys(build.lamps)));
        return;
      }
      if (stage !== 'place' || !mayEdit || selection.length === 0) return;
      const by = nudgeOf(event);
      if (by) {
        handled();
        const faces = new Set(selection.map((lampId) => build.lamps[lampId]?.face ?? ''));
        act({ kind: 'moveLamps', moves: nudge(build, body, selection, turned(by, faces)) });
        return;
      }
      if (control) return;
      const first = build.lamps[selection[0]!];
      const isGrouped = () =>
        first?.groupId != null && selection.every((id) => build.lamps[id]?.groupId === first.groupId);
      const isLocked = () => selection.every((id) => build.lamps[id]?.locked);
      const actions: Record<string, () => OperationDraft[]> = {
        m: () => mirrorOperations(build, selection, newId),
        e: () => asMove(spreadEvenly(build, body, selection)),
        c: () => asMove(centre(build, body, selection)),
        h: () => asMove(matchTo(build, body, selection, 'zMm')),
        g: () => [{ kind: 'editLamps', lampIds: [...selection], changes: { groupId: isGrouped() ? null : newId() } }],
        l: () => [{ kind: 'editLamps', lampIds: [...selection], changes: { locked: !isLocked() } }],
        delete: () => [{ kind: 'removeLamps', lampIds: [...selection] }],
        backspace: () => [{ kind: 'removeLamps', lampIds: [...selection] }],
      };
      const drafts = actions[event.key.toLowerCase()]?.();
      if (drafts && drafts.length > 0) {
        handled();
        act(...drafts);
      }
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [id, build, body, mayEdit, act, selection, dispatch, navigate, stage, takeBack, toggleFindings, findingsSearch]);
  return { open, close: () => setOpen(false) };
}

/** Moves as an operation, or nothing when nobody moves. */
export const asMove = (moves: ReturnType<typeof nudge>): OperationDraft[] =>
  moves.length > 0 ? [{ kind: 'moveLamps', moves }] : [];
