/** What can be done with a lead of the unit's own, each way tried on a copy and said in figures. */

import type { AssessedFeed } from '../../circuit/index.ts';
import { ratedCurrentA, solveSetting, takenFromSlotA } from '../../circuit/index.ts';
import {
  applyDrafts,
  type Build,
  type FactoryLamp,
  type Id,
  type Lamp,
  type LampModel,
  type OperationDraft,
  type Signal,
} from '../../document/index.ts';
import { deriveFeeds, signalControl, signalOfSlot, unfedLamps } from '../../graph/index.ts';
import { tagList } from '../../place/index.ts';
import {
  ownLead,
  planDiodeInLead,
  planFlasher,
  planModule,
  planOwnLamp,
  planPinSource,
  planRelayInLead,
} from '../../planning/index.ts';
import { ok, type Result, refused } from '../../result.ts';
import { assess, type Finding, isOpen } from '../../rules/index.ts';
import { jobSteps, type StepKind } from '../../steps/index.ts';
import type { Amps, Volts } from '../../units/index.ts';
import { partsList } from '../parts/partsList.ts';
import { purposeOf } from '../purposes.ts';

export interface LeadQuestion {
  plugId: Id;
  pin: string;
  /** What hangs on the lead; null where nobody said. */
  factoryLampId: Id | null;
  light: LampModel['light'];
  patternId: string;
  bursts: boolean;
  /** How its lamps flash as well, and by what a relay in it is worked. */
  flash: {
    /** A control that is there; null for a new switch. */
    controlId: Id | null;
    /** Where the flashers take power; null for the battery. */
    slotId: Id | null;
    patternId: string;
  };
}

export type LeadChoiceKind = 'tap' | 'halves' | 'butts' | 'flash' | 'relay' | 'diode' | 'leave';

export interface LeadChoice {
  kind: LeadChoiceKind;
  /** What flows through the lead then, every lamp on it lit, A. */
  throughA: Amps;
  /** What it is good for; null where its fuse is not known. */
  goodForA: Amps | null;
  /** What reaches a lamp on it with its signal on, at the battery's rest; null while none is in the circuit. */
  lampV: Volts | null;
  /** Lamps without a feed that are for its signal: what a tap would take along. */
  lampIds: Id[];
  /** What has to be bought, each with its count. */
  parts: { name: string; quantity: number; unit: 'pcs' | 'm' }[];
  /** At the lead; what every job begins and ends with comes on top. */
  minutes: number;
  /** Stops and cautions that it brings. */
  brings: Finding[];
  operations: OperationDraft[];
  /** Why it cannot be done; empty when it can. */
  refusal: string;
}

/** Lamps of the survey that a signal lights, the likeliest first. */
const LIT_BY: Record<Signal, readonly FactoryLamp['role'][]> = {
  running: ['tail', 'sideMarker', 'clearance', 'identification', 'plate'],
  brake: ['stop'],
  left: ['turn'],
  right: ['turn'],
  hazard: ['turn'],
  reverse: ['reversing'],
};

/** Factory lamps that a lead's signal lights, those of its own kind first; none where the lead has no signal. */
export function lampsOnLead(build: Build, signal: Signal | null): FactoryLamp[] {
  if (!signal) return [];
  const roles = LIT_BY[signal];
  return Object.values(build.factoryLamps)
    .filter(({ role }) => roles.includes(role))
    .sort((a, b) => roles.indexOf(a.role) - roles.indexOf(b.role));
}

interface Known {
  findingIds: ReadonlySet<Id>;
  minutes: number;
  parts: ReadonlyMap<string, number>;
}

/** What every job begins and ends with is not the lead's. */
const OF_EVERY_JOB: ReadonlySet<StepKind> = new Set(['isolate', 'pull', 'prove', 'ties', 'close', 'fuse']);

const minutesOf = (build: Build, feeds: readonly AssessedFeed[]): number =>
  jobSteps(build, feeds)
    .filter(({ kind }) => !OF_EVERY_JOB.has(kind))
    .reduce((sum, step) => sum + step.minutes * step.people, 0);

function knownOf(build: Build): Known {
  const { feeds, findings } = assess(build);
  return {
    findingIds: new Set(findings.map(({ id }) => id)),
    minutes: minutesOf(build, feeds),
    parts: new Map(partsList(build, feeds).map(({ key, quantity }) => [key, quantity])),
  };
}

/** One way made of a copy. */
function tried(
  build: Build,
  operations: OperationDraft[],
  slotId: Id,
  known: Known,
): Omit<LeadChoice, 'kind' | 'lampIds' | 'goodForA'> {
  const after = applyDrafts(build, operations);
  const none = { throughA: 0, lampV: null, parts: [], minutes: 0, brings: [], operations: [] };
  if (!after.ok) return { ...none, refusal: after.reason.message };
  const { feeds, findings } = assess(after.value);
  const parts = partsList(after.value, feeds).flatMap(({ key, name, quantity, unit, group }) => {
    const more = quantity - (known.parts.get(key) ?? 0);
    return more > 1e-6 && group !== 'tools' ? [{ name, quantity: more, unit }] : [];
  });
  return {
    throughA: throughA(after.value, feeds, slotId),
    lampV: lampVolts(after.value, slotId),
    parts,
    minutes: minutesOf(after.value, feeds) - known.minutes,
    brings: findings.filter((finding) => isOpen(finding) && !known.findingIds.has(finding.id)),
    operations,
    refusal: '',
  };
}

const throughA = (build: Build, feeds: readonly AssessedFeed[], slotId: Id): Amps =>
  takenFromSlotA(feeds, slotId) + (build.slots[slotId]?.ownLoadA ?? 0);

/** Volts over the first lamp that hangs on a source, lit by its signal and by what a relay in the lead is worked by. */
function lampVolts(build: Build, slotId: Id): number | null {
  const [lamp] = lampsOnSource(build, slotId);
  const load = Object.values(build.elements).find((each) => each.kind === 'lampLoad' && each.lampId === lamp?.id);
  if (!load) return null;
  const signal = build.slots[slotId]?.signal;
  const control = signal && signalControl(build, signal);
  const relays = deriveFeeds(build)
    .filter((feed) => feed.slot?.id === slotId)
    .flatMap(({ contacts }) => contacts.filter(({ element }) => element.kind === 'relay'));
  const controlIds = new Set([...(control ? [control.id] : []), ...relays.map((contact) => contact.control.id)]);
  const setting = { keyOn: true, controlIds, load: 'maximum' } as const;
  return solveSetting(build, setting).solution.elements[load.id]?.voltageV ?? null;
}

/** The build with the unit's own lamp in the circuit, where that can be said of it. */
function asItIs(build: Build, { plugId, pin, factoryLampId, light }: LeadQuestion, newId: () => Id): Build {
  if (!factoryLampId || ownLead(build, plugId, pin)) return build;
  const own = planOwnLamp(build, { plugId, pin, factoryLampId, light }, newId);
  const after = own.ok ? applyDrafts(build, own.value) : null;
  return after?.ok ? after.value : build;
}

/** What puts something into a lead, or why it cannot be. */
interface Planned {
  operations: OperationDraft[];
  refusal: string;
}

const cannot = (refusal: string): Planned => ({ operations: [], refusal });

/** The unit's own lamp put into the circuit, where it is not there yet: the build then, and what does it. */
function withOwnLamp(
  build: Build,
  { plugId, pin, factoryLampId, light }: LeadQuestion,
  newId: () => Id,
): Result<{ current: Build; operations: OperationDraft[] }, { message: string }> {
  if (ownLead(build, plugId, pin)) return ok({ current: build, operations: [] });
  if (!factoryLampId) return refused({ message: 'Say which lamp hangs on it: record it under Survey, Lamps.' });
  const own = planOwnLamp(build, { plugId, pin, factoryLampId, light }, newId);
  if (!own.ok) return own;
  const after = applyDrafts(build, own.value);
  return after.ok ? ok({ current: after.value, operations: own.value }) : after;
}

/** Flashers between a lead and its lamps: steady with its own signal, flashing from another supply while their control is on. */
function flashOperations(build: Build, question: LeadQuestion, slotId: Id, newId: () => Id): Planned {
  const own = withOwnLamp(build, question, newId);
  if (!own.ok) return cannot(own.reason.message);
  const { current, operations } = own.value;
  const lamps = lampsOnSource(current, slotId);
  const name = `${tagList(lamps.map(({ tag }) => tag))} flash`;
  const { controlId, patternId } = question.flash;
  const flashed = planFlasher(
    current,
    {
      lampIds: lamps.map(({ id }) => id),
      control: controlId ? { id: controlId } : { name, kind: 'switch', signal: null, ratingA: FLASH_SWITCH_A },
      slotId: question.flash.slotId,
      name,
      patternId,
    },
    newId,
  );
  if (!flashed.ok) return cannot(flashed.reason.message);
  return { operations: [...operations, ...flashed.value], refusal: '' };
}

/** A diode in the lead, or the contact of a relay, where its lamps are the unit's own. */
function betweenOperations(build: Build, question: LeadQuestion, device: 'relay' | 'diode', newId: () => Id): Planned {
  const own = withOwnLamp(build, question, newId);
  if (!own.ok) return cannot(own.reason.message);
  const { current, operations } = own.value;
  const wire = ownLead(current, question.plugId, question.pin);
  if (!wire) return cannot('Nothing hangs on this lead that could be cut off by it.');
  const { controlId } = question.flash;
  const name = `Relay in pin ${question.pin}`;
  const control = controlId
    ? { id: controlId }
    : { name, kind: 'switch' as const, signal: null, ratingA: FLASH_SWITCH_A };
  const put =
    device === 'diode'
      ? planDiodeInLead(current, wire.id, `Diode in pin ${question.pin}`, newId)
      : planRelayInLead(current, wire.id, control, newId);
  return { operations: [...operations, ...put], refusal: '' };
}

/** It carries no lamp, only what enables the flashers (common practice, no source). */
const FLASH_SWITCH_A = 10;

/** The operations that put a module into a lead, the unit's own lamp into the circuit first where it is not there yet. */
function moduleOperations(build: Build, question: LeadQuestion, ends: 'halves' | 'butts', newId: () => Id): Planned {
  const { plugId, pin, patternId, bursts } = question;
  const own = withOwnLamp(build, question, newId);
  if (!own.ok) return cannot(own.reason.message);
  const { current, operations } = own.value;
  const module = planModule(current, { wireId: ownLead(current, plugId, pin)!.id, ends, patternId, bursts }, newId);
  if (!module.ok) return cannot(module.reason.message);
  return { operations: [...operations, ...module.value], refusal: '' };
}

/**
 * The ways with a lead: tapped for lamps that wait for its signal, cut with plug halves on both ends, cut and joined to a
 * module for good, its lamps flashed as well, a relay's contact or a diode put in, left alone. Each with what it costs and
 * brings. Empty for a pin that nobody recorded.
 */
export function leadChoices(build: Build, question: LeadQuestion, newId: () => Id): LeadChoice[] {
  const source = planPinSource(build, question.plugId, question.pin);
  if (!source) return [];
  const { slot } = source;
  const known = knownOf(build);
  const signal = signalOfSlot(slot, build.electrics.systemVoltageV);
  const waiting = unfedLamps(build).filter((lamp) => {
    const model = build.models[lamp.modelKey];
    return signal !== null && model && purposeOf(build, lamp, model)?.signal === signal;
  });
  const nowA = ratedCurrentA(build, lampsOnSource(build, slot.id), 'maximumA') + slot.ownLoadA;
  const goodForA = slot.ratingA === null ? null : slot.limitA;
  const still = {
    throughA: nowA,
    lampV: lampVolts(asItIs(build, question, newId), slot.id),
    goodForA,
    parts: [],
    minutes: 0,
    brings: [],
    operations: [],
    refusal: '',
  };
  const made = (kind: LeadChoiceKind, { operations, refusal }: Planned): LeadChoice => {
    const figures = refusal ? { ...still, refusal } : tried(build, operations, slot.id, known);
    return { ...figures, kind, goodForA, lampIds: [] };
  };
  return [
    {
      ...still,
      kind: 'tap',
      throughA: nowA + ratedCurrentA(build, waiting, 'maximumA'),
      lampIds: waiting.map(({ id }) => id),
      refusal: waiting.length === 0 ? 'No lamp without a feed is for this lead.' : '',
    },
    made('halves', moduleOperations(build, question, 'halves', newId)),
    made('butts', moduleOperations(build, question, 'butts', newId)),
    made('flash', flashOperations(build, question, slot.id, newId)),
    made('relay', betweenOperations(build, question, 'relay', newId)),
    made('diode', betweenOperations(build, question, 'diode', newId)),
    { ...still, kind: 'leave', lampIds: [] },
  ];
}

/** Lamps in the circuit that hang on a source. */
export const lampsOnSource = (build: Build, slotId: Id): Lamp[] =>
  deriveFeeds(build).flatMap((feed) => (feed.slot?.id === slotId ? feed.lamps : []));
