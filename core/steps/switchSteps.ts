/** Switches that the crew puts in: their opening, and which lead goes to which of their terminals. */
import type { AssessedFeed } from '../circuit/index.ts';
import type { Build, Control } from '../document/index.ts';
import { switchesToFit, switchName, switchPinName, terminalsOf } from '../graph/index.ts';
import type { HoleRow } from '../place/index.ts';
import { fine, joined, plain, say, type Words } from '../units/index.ts';
import { bitMinutes, slotMinutes } from './cutMinutes.ts';
import { holeWords } from './faceSteps.ts';
import { MINUTES, step, type Unordered } from './makeStep.ts';

/** Plastic is trimmed by knife until the switch presses in; sheet is not (common practice, no source). */
const TRIMMED = ', trimmed by knife until it presses in';

function opening(control: Control, rows: readonly HoleRow[]): Words {
  if (!control.part) return plain('Say which switch it is, then its hole and its terminals stand here.');
  if (rows.length === 0) return plain('Into the opening that is there.');
  const trimmed = control.part.panel.material === 'plastic' ? TRIMMED : '';
  return say`${joined(rows.map(holeWords), '. ')}${trimmed}.`;
}

function terminals({ part }: Control): string {
  if (!part) return 'Supply and load by its own map.';
  const joins = terminalsOf(part).map((terminal) =>
    terminal === 'panel'
      ? `${switchPinName(part, terminal)} to the lead of the panel lights, or left free with a cap`
      : switchPinName(part, terminal),
  );
  return `Terminals: ${joins.join(', ')}.`;
}

/** A step for every switch that does not come in a loom. */
export function switchSteps(build: Build, feeds: readonly AssessedFeed[], holes: readonly HoleRow[]): Unordered[] {
  return switchesToFit(build).map((control) => {
    const rows = holes.filter((row) => row.control?.id === control.id);
    const worked = feeds.filter(({ feed }) =>
      [...feed.contacts, ...feed.groundContacts].some((each) => each.control.id === control.id),
    );
    const drilled = rows.reduce(
      (minutes, row) => minutes + (row.slot ? slotMinutes(row) : row.count * bitMinutes(row.diameterMm, row.skin)),
      0,
    );
    return step({
      key: `switch:${control.id}`,
      title: `Fit the switch, ${control.name}`,
      detail: say`${switchName(control)}. ${opening(control, rows)} ${terminals(control)}`,
      caution: rows.length > 0 ? 'Eye protection on. Look behind the panel first: its wiring is close.' : null,
      feedIds: worked.map(({ feed }) => feed.fuse.id),
      tools: [
        ...rows.map(({ tool, diameterMm }) =>
          tool === 'jigsaw' ? plain('jigsaw, file') : say`${tool} ${fine(diameterMm)}`,
        ),
        ...(rows.length > 0 && control.part?.panel.material === 'plastic' ? ['knife'] : []),
        'crimp tool',
      ],
      minutes: Math.round(MINUTES.switch + drilled),
    });
  });
}
