/** Writes a demo unit the way a crew would: by operations, so that nothing in it could not have been made by hand. */
import { applyToUnit, type Body, makeBody, ontoSkin, usualPacks, usualPanelPlace } from '../core/body/index.ts';
import { feedFigures } from '../core/circuit/index.ts';
import {
  type Build,
  type Cavity,
  type Control,
  type Face,
  type FactoryLamp,
  type FuseSize,
  type Id,
  type LightColour,
  newBuild,
  type OperationDraft,
  type Position,
  type Slot,
  type SourceKind,
  type SwitchPart,
  type Wire,
} from '../core/document/index.ts';
import { deriveFeeds } from '../core/graph/index.ts';
import { planLengths, wireRoutes } from '../core/harness/index.ts';
import { padsOf, placeLampOperation, placeOnPadOperation, roundedPosition, usualLamps } from '../core/place/index.ts';
import {
  type FeedWish,
  planFeed,
  planFlasher,
  planGroundSwitch,
  planRoutes,
  planSwitchPart,
  planThickerBehindTails,
  planThickerWire,
} from '../core/planning/index.ts';
import type { Result } from '../core/result.ts';
import { assess } from '../core/rules/index.ts';
import { jobSteps } from '../core/steps/index.ts';
import { modelByKey } from './shelf.ts';

export interface SlotGiven {
  label: string;
  ratingA: number | null;
  limitA: number;
  feeds?: string;
  ownLoadA?: number;
  reservedFor?: string;
  kind?: SourceKind;
  /** Key off and key on, volts; left out when nobody has read it. */
  volts?: [number, number] | [number, number, number];
  /** What it takes, and which metal is there; left out for the usual blade and both sides. */
  size?: FuseSize;
  cavity?: Cavity;
  /** With which it is hot, and what was read while that was on. */
  signal?: Slot['signal'];
  signalV?: number;
}

export type FeedGiven = Omit<
  FeedWish,
  'slotId' | 'blockId' | 'lampIds' | 'table' | 'colour' | 'patternId' | 'relayRatingA' | 'receiverChannels' | 'control'
> & {
  slot: string | null;
  tags: string;
  pattern: string;
  colour?: FeedWish['colour'];
  relayA?: number;
  /** Fuse block to take it from instead of a slot. */
  block?: Id;
  /** Channels of a new receiver, or 0 for a channel of one that is there. */
  receiver?: number;
  /** Name of a control there already, or a new one. */
  control: string | Pick<Control, 'name' | 'kind' | 'signal' | 'ratingA'>;
};

export class UnitBuilder {
  build: Build;
  readonly body: Body;

  constructor(
    given: {
      tag: string;
      name: string;
      bodyId: string;
      parameters?: Record<string, number>;
      systemVoltageV?: 12 | 24;
      batteryAh?: number;
      alternatorA?: number;
    },
    private readonly newId: () => Id,
    private at: string,
    private by: string,
  ) {
    const made = makeBody(given.bodyId, given.parameters ?? {});
    if (!made.ok) throw new RangeError(made.reason.message);
    this.body = made.value;
    this.build = newBuild({
      tag: given.tag,
      name: given.name,
      bodyId: given.bodyId,
      parameters: made.value.parameters,
      systemVoltageV: given.systemVoltageV ?? 12,
      batteryAh: given.batteryAh ?? 110,
      alternatorA: given.alternatorA ?? (made.value.hasEngine ? 90 : 0),
      panelPosition: made.value.panelPosition,
      panelPlace: usualPanelPlace(given.bodyId),
      packIds: usualPacks(given.bodyId),
    });
  }

  as(by: string, at: string): this {
    this.by = by;
    this.at = at;
    return this;
  }

  apply(draft: OperationDraft): this {
    const applied = applyToUnit(this.build, { ...draft, id: this.newId() }, { by: this.by, at: this.at });
    if (!applied.ok) throw new Error(`${this.build.unit.tag}, ${draft.kind}: ${applied.reason.message}`);
    this.build = applied.value.build;
    return this;
  }

  surveyed(): this {
    return this.apply({ kind: 'setElectrics', changes: { surveyed: true } });
  }

  /** The lamps it came with, all working but for the roles named. */
  factory(dead: readonly FactoryLamp['role'][] = [], without: readonly FactoryLamp['role'][] = []): this {
    const lamps = usualLamps(this.body)
      .filter((lamp) => !without.includes(lamp.role))
      .map((lamp) => ({
        ...lamp,
        id: this.newId(),
        state: dead.includes(lamp.role) ? ('dead' as const) : ('works' as const),
        note: '',
      }));
    return this.apply({ kind: 'recordFactoryLamps', lamps });
  }

  /** Something on a place of a bracket, counted from one; its pair on the bracket's twin. */
  onBracket(key: string, holderTag: string, place: number): this {
    const holder = Object.values(this.build.lamps).find(({ tag }) => tag === holderTag)!;
    const known = padsOf(this.build, holder)[place - 1]!;
    return this.apply(placeOnPadOperation(this.build, { model: modelByKey(key), holder, known }, this.newId));
  }

  /** Parts that answer a finding, for a lamp model. */
  extra(what: string, name: string, modelKey: string, quantity: number): this {
    const parts = [{ id: `${what}:${modelKey}`, partKey: what, name, quantity, modelKey }];
    return this.apply({ kind: 'addExtraParts', parts });
  }

  /** A further fuse box with its slots. */
  box(name: string, place: string, position: Position, isWet: boolean, columns: number, given: SlotGiven[]): this {
    const boxId = this.newId();
    return this.apply({ kind: 'addFuseBox', box: { id: boxId, name, place, position, isWet } }).slots(
      columns,
      given,
      boxId,
    );
  }

  slots(columns: number, given: SlotGiven[], boxId: Id | null = null): this {
    const slots = given.map(
      (each, index): Slot => ({
        id: this.newId(),
        kind: each.kind ?? 'slot',
        label: each.label,
        row: Math.floor(index / columns),
        column: index % columns,
        ratingA: each.ratingA,
        limitA: each.limitA,
        feeds: each.feeds ?? '',
        ownLoadA: each.ownLoadA ?? 0,
        reservedFor: each.reservedFor ?? '',
        signal: each.signal ?? null,
        reading: {
          keyOffV: each.volts?.[0] ?? null,
          keyOnV: each.volts?.[1] ?? null,
          runningV: each.volts?.[2] ?? null,
          signalV: each.signalV ?? null,
        },
        ...(boxId && { boxId }),
        ...(each.size && { size: each.size }),
        ...(each.cavity && { cavity: each.cavity }),
      }),
    );
    return this.apply({ kind: 'addSlots', slots });
  }

  /** Places a lamp on the skin, or a mirrored pair when it is off the centreline. */
  lamp(key: string, face: Face, at: Partial<Position>, options: { colour?: LightColour; single?: boolean } = {}): this {
    const wanted = { xMm: at.xMm ?? 0, yMm: at.yMm ?? 0, zMm: at.zMm ?? 0 };
    const position = roundedPosition(ontoSkin(this.body, face, wanted));
    const operation = placeLampOperation(
      this.build,
      { model: modelByKey(key), face, position, colour: options.colour, paired: !options.single },
      this.newId,
    );
    return this.apply(operation);
  }

  /** Lamp ids for a list of tags: 'L4 R4'. */
  ids(tags: string): Id[] {
    return tags.split(' ').map((tag) => {
      const lamp = Object.values(this.build.lamps).find((each) => each.tag === tag);
      if (!lamp)
        throw new Error(
          `${this.build.unit.tag} has no lamp ${tag}; it has ${Object.values(this.build.lamps)
            .map((each) => each.tag)
            .join(' ')}`,
        );
      return lamp.id;
    });
  }

  controlId(name: string): Id {
    const control = Object.values(this.build.controls).find((each) => each.name === name);
    if (!control) throw new Error(`${this.build.unit.tag} has no control ${name}`);
    return control.id;
  }

  feed(given: FeedGiven): this {
    const { slot, tags, pattern, colour = 'orange', relayA = null, block, receiver, control, ...rest } = given;
    const slotId = slot === null ? null : Object.values(this.build.slots).find((each) => each.label === slot)?.id;
    if (slotId === undefined) throw new Error(`${this.build.unit.tag} has no slot ${slot}`);
    const planned = planFeed(
      this.build,
      {
        ...rest,
        slotId,
        lampIds: this.ids(tags),
        control: typeof control === 'string' ? { id: this.controlId(control) } : control,
        relayRatingA: relayA,
        blockId: block ?? null,
        receiverChannels: receiver,
        table: 'metric',
        colour,
        patternId: pattern,
      },
      this.newId,
    );
    return this.planned(given.name, planned);
  }

  relabelled(name: string, to: string): this {
    return this.apply({ kind: 'editControl', controlId: this.controlId(name), changes: { name: to } });
  }

  /** Says which switch a control is. */
  switchPart(name: string, part: SwitchPart): this {
    for (const operation of planSwitchPart(this.build, this.controlId(name), part)) this.apply(operation);
    return this;
  }

  /** Brings the grounds of lamps back through a switch. */
  groundSwitch(tags: string, control: Pick<Control, 'name' | 'kind' | 'signal' | 'ratingA'>): this {
    return this.planned('ground switch', planGroundSwitch(this.build, this.ids(tags), control, this.newId));
  }

  /** Passes lamps that are fed already through flashers, on a supply of their own. */
  flashers(given: { tags: string; slot: string; control: string; name: string; pattern: string }): this {
    const slot = Object.values(this.build.slots).find((each) => each.label === given.slot);
    if (!slot) throw new Error(`${this.build.unit.tag} has no slot ${given.slot}`);
    const wish = {
      lampIds: this.ids(given.tags),
      control: { id: this.controlId(given.control) },
      slotId: slot.id,
      name: given.name,
      patternId: given.pattern,
    };
    return this.planned(given.name, planFlasher(this.build, wish, this.newId));
  }

  /** Lays first ways and cuts every wire to them. */
  routed(): this {
    const ways = planRoutes(this.build, this.body, this.newId);
    if (ways) this.apply(ways);
    const lengths = planLengths(this.build, wireRoutes(this.build, this.body));
    return lengths ? this.apply(lengths) : this;
  }

  /** Thicker wire wherever a run loses too much. */
  thickened(): this {
    for (const feed of deriveFeeds(this.build)) {
      const { dropV, dropBudgetV } = feedFigures(this.build, feed);
      if (dropV <= dropBudgetV) continue;
      const { id } = feed.fuse;
      const thicker = planThickerWire(this.build, id) ?? planThickerBehindTails(this.build, id);
      for (const draft of thicker?.operations ?? []) this.apply(draft);
    }
    return this;
  }

  /** The wire between two parts of the circuit, by their names. */
  wireBetween(from: string, to: string): Wire {
    const named = (id: Id) => this.build.elements[id]?.name;
    const wire = Object.values(this.build.wires).find(
      (each) => named(each.from.elementId) === from && named(each.to.elementId) === to,
    );
    if (!wire) throw new Error(`${this.build.unit.tag} has no wire from ${from} to ${to}`);
    return wire;
  }

  /** Performs what a plan asks for. */
  planned(what: string, planned: Result<OperationDraft[], { message: string }>): this {
    if (!planned.ok) throw new Error(`${this.build.unit.tag}, ${what}: ${planned.reason.message}`);
    for (const draft of planned.value) this.apply(draft);
    return this;
  }

  function(name: string, control: string, tags: string, pattern: string, priority: number, levelPercent = 100): this {
    const shows = Object.fromEntries(
      this.ids(tags).map((id) => [
        id,
        {
          patternId: pattern,
          phase: this.build.lamps[id]!.position.yMm < 0 ? ('B' as const) : ('A' as const),
          shiftMs: 0,
        },
      ]),
    );
    return this.apply({
      kind: 'addFunction',
      function: {
        id: this.newId(),
        name,
        controlId: this.controlId(control),
        priority,
        levelPercent,
        nightPercent: levelPercent,
        modulator: null,
        shows,
      },
    });
  }

  /** Ticks steps; with a pace, minutes are written down as that part of what was estimated. */
  ticks(keys: string[], pace: number | null = null): this {
    const estimated = new Map(
      jobSteps(this.build, assess(this.build).feeds).map((step) => [step.key, step.minutes] as const),
    );
    for (const stepKey of keys) {
      const minutes = pace === null ? null : Math.round((estimated.get(stepKey) ?? 0) * pace);
      this.apply({ kind: 'tickStep', stepKey, done: true, minutes });
    }
    return this;
  }
}
