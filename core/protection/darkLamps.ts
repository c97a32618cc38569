/**
 * Lamps that a function is to light and that its wires do reach, and that stay dark or dim all the same: no way back to
 * metal, a bad ground, a coil that does not pull. Found by solving the circuit with each function's control on, alone.
 */

import { isLive, type LightState, lightState, stateSolver } from '../circuit/index.ts';
import type { Build, Control, Lamp, LightFunction } from '../document/index.ts';
import { conduct, deriveFeeds, returnWay, wireEnds } from '../graph/index.ts';
import type { Volts } from '../units/index.ts';

export interface DarkLamp {
  lamp: Lamp;
  function: LightFunction;
  control: Control;
  shows: Exclude<LightState, 'lit'>;
  voltageV: Volts;
  /** Does its return come to metal at all? */
  isGrounded: boolean;
}

export function darkLamps(build: Build): DarkLamp[] {
  const feeds = deriveFeeds(build);
  const solver = stateSolver(build, { load: 'maximum' });
  const ends = wireEnds(build);
  const loads = new Map(
    Object.values(build.elements).flatMap((element) =>
      element.kind === 'lampLoad' ? [[element.lampId, element] as const] : [],
    ),
  );
  return Object.values(build.functions).flatMap((each): DarkLamp[] => {
    const control = build.controls[each.controlId];
    const own = feeds.filter((feed) => feed.lamps.some((lamp) => each.shows[lamp.id]));
    if (!control || own.length === 0) return [];
    // What enables them all is pressed along with it.
    const on = new Set([
      control.id,
      ...own.flatMap((feed) => feed.groundContacts.map((contact) => contact.control.id)),
    ]);
    const setting = { keyOn: true, controlIds: on };
    const reached = [...new Set(own.flatMap((feed) => feed.lamps))].filter(
      (lamp) =>
        each.shows[lamp.id] &&
        own.some(
          (feed) => feed.ways[lamp.id] && isLive(build, feed.source, setting) && conduct(feed.ways[lamp.id]!, on),
        ),
    );
    if (reached.length === 0) return [];
    const circuit = solver.solve(setting);
    return reached.flatMap((lamp): DarkLamp[] => {
      const load = loads.get(lamp.id);
      const model = build.models[lamp.modelKey];
      const state = load && circuit.stateOf(load.id);
      if (!state || !model) return [];
      const shows = lightState(model, state, build.electrics.systemVoltageV);
      if (shows === 'lit') return [];
      const back = returnWay(build, ends, { elementId: load.id, terminal: 'minus' });
      const isGrounded = back.elementIds.some((id) => build.elements[id]?.kind === 'ground');
      return [{ lamp, function: each, control, shows, voltageV: state.voltageV, isGrounded }];
    });
  });
}
