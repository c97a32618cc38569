/** The unit's network as a SPICE deck: key on, every control on, average draw. */

import { solveSetting, spiceDeck } from '../../core/circuit/index.ts';
import type { Build } from '../../core/document/index.ts';
import { cutList } from '../../core/harness/index.ts';

export async function netlist(build: Build): Promise<string> {
  const controlIds = new Set(Object.keys(build.controls));
  const { network } = solveSetting(build, { keyOn: true, controlIds, load: 'average' });
  const labels = new Map(cutList(build).map((line) => [line.wireId, `${line.tag}: ${line.from.to} to ${line.end.to}`]));
  for (const element of Object.values(build.elements)) labels.set(element.id, element.name || element.kind);
  return spiceDeck(`${build.unit.tag}, key on, every control on, average draw`, network, labels);
}
