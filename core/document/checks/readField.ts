import type { Build } from '../schema/buildSchema.ts';

/** Value of a document at a touched field such as 'lamps/ID/position'; undefined when it is gone. */
export function readField(document: object, field: string): unknown {
  let value: unknown = document;
  for (const key of field.split('/')) {
    if (value === null || typeof value !== 'object' || !Object.hasOwn(value, key)) return undefined;
    value = (value as Record<string, unknown>)[key];
  }
  return value;
}

const FIELD_NAMES: Record<string, string> = {
  position: 'position',
  face: 'face',
  colour: 'colour',
  mount: 'mount',
  ratingA: 'rating',
  gauge: 'gauge',
  lengthMm: 'length',
  shows: 'pattern',
  reading: 'reading',
  name: 'name',
  tag: 'tag',
  systemVoltageV: 'the system voltage',
  batteryAh: 'the capacity of the battery',
  alternatorA: 'the current of the alternator',
  surveyed: 'what was checked on the unit',
  place: 'place',
  parameters: 'dimensions',
  outlines: 'the outline',
  attachments: 'what hangs on the unit',
  packIds: 'the rule packs',
  signOff: 'the sign-off',
  handedOver: 'the hand-over',
  legend: 'the legend',
  stepOrder: 'the order of the steps',
  fleetPatternId: "the fleet's pattern",
};

/** A field in words, with the tag or name of what it belongs to: 'R4 position'. */
export function describeField(build: Build, field: string): string {
  const [collection = '', id = '', name] = field.split('/');
  const entity = readField(build, `${collection}/${id}`) as { tag?: string; label?: string; name?: string } | undefined;
  const who = entity && typeof entity === 'object' ? (entity.tag ?? entity.label ?? entity.name ?? '') : '';
  const whole = FIELD_NAMES[id] ?? FIELD_NAMES[collection] ?? collection.replace(/s$/, '');
  const what = name ? (FIELD_NAMES[name] ?? name) : whole;
  return `${who} ${what}`.trim();
}
