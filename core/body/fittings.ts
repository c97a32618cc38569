/**
 * What a body has besides its solids: joints and their travel, zones, ways through walls, what lies behind the skin,
 * mirrors. All are placed by the parts' own extents, so they follow every dimension. Travel angles and depths are
 * common practice, no source; a survey replaces them.
 */
import type { Millimetres } from '../units/index.ts';
import type { Behind, BodyPart, Fittings, Joint, MirrorGlass, Zone } from './bodyModel.ts';
import { extent } from './outline/outline.ts';

type Span = readonly [number, number];
interface Extents {
  x: Span;
  y: Span;
  z: Span;
}

type Own = (of: (partId: string) => Extents) => Partial<Fittings>;

const extentsOf = (part: BodyPart): Extents => ({
  x: extent(part.side, 0),
  y: extent(part.front, 0),
  z: extent(part.side, 1),
});

const middle = ([low, high]: Span): number => (low + high) / 2;
const at = (xMm: Millimetres, yMm: Millimetres, zMm: Millimetres) => ({ xMm, yMm, zMm });
const pair = (id: string): string[] => [`${id}-left`, `${id}-right`];

/** Stones, water and turning tyres reach this far from a wheel. */
const WHEEL_REACH_MM = 70;

/** A wheel, and not the well or the box that it stands in. */
const WHEEL = /wheel(?!-(wells|box))/;

const wheelZones = (parts: readonly BodyPart[]): Zone[] =>
  parts
    .filter((part) => part.solid && WHEEL.test(part.id) && !part.id.includes('inner'))
    .map((part) => {
      const { x, y, z } = extentsOf(part);
      const grown = ([low, high]: Span): Span => [low - WHEEL_REACH_MM, high + WHEEL_REACH_MM];
      return { id: `near-${part.id}`, name: 'wheel throw', kind: 'moving', x: grown(x), y: grown(y), z: grown(z) };
    });

const mirrorsOf = (parts: readonly BodyPart[]): MirrorGlass[] =>
  parts
    .filter((part) => part.id.startsWith('mirror'))
    .map((part) => {
      const { x, y, z } = extentsOf(part);
      return { id: part.id, name: part.name, position: at(x[1], middle(y), middle(z)) };
    });

/** Cab of every truck: engine below, cables in the rear wall, lining and bags behind the skin. */
function truckCabFittings(of: (id: string) => Extents): Partial<Fittings> {
  const cab = of('cab');
  const bumper = of('bumper');
  return {
    zones: [
      {
        id: 'engine',
        name: 'engine bay',
        kind: 'hot',
        x: [cab.x[0] + 250, cab.x[1] - 150],
        y: [-480, 480],
        z: [480, 1000],
      },
      {
        id: 'kerb-front',
        name: 'kerb strike',
        kind: 'strike',
        x: bumper.x,
        y: [bumper.y[0] - 60, bumper.y[1] + 60],
        z: [0, 520],
      },
    ],
    passes: [
      {
        id: 'cab-rear',
        name: 'plug in the cab rear wall',
        kind: 'plug',
        position: at(cab.x[1], 620, 1060),
        diameterMm: 32,
        wet: true,
      },
      {
        id: 'cab-floor',
        name: 'loom grommet in the cab floor',
        kind: 'grommet',
        position: at(cab.x[0] + 900, 420, 900),
        diameterMm: 40,
        wet: true,
      },
      {
        id: 'rail',
        name: 'hole in the chassis rail',
        kind: 'hole',
        position: at(cab.x[1] + 400, 420, 770),
        diameterMm: 25,
        wet: true,
      },
    ],
    behind: [
      { partId: 'cab', what: 'roof lining and wiring', depthMm: 42 },
      { partId: 'bumper', what: 'radiator', depthMm: 160 },
    ],
  };
}

const deckGoods = (deck: Extents): Zone => ({
  id: 'load',
  name: 'load space',
  kind: 'load',
  x: [deck.x[0] + 60, deck.x[1] - 60],
  y: [deck.y[0] + 60, deck.y[1] - 60],
  z: [deck.z[1], deck.z[1] + 900],
});

const lockers: Behind[] = ['locker', 'rear-locker'].flatMap((id) =>
  pair(id).map((partId) => ({ partId, what: 'locker space', depthMm: 300 })),
);

/** Tubes, posts and box sections, by the start of their id. */
const CLOSED =
  /^(post|boom|headboard|mast|crossbar|rails|stabiliser|board-frame|drawbar|tail-beam|lamp-board|link|frame|fork)/;

const plowLift = (partIds: readonly string[]): Joint => ({
  id: 'plow-lift',
  name: 'Plow',
  motion: { kind: 'slide', along: 'z' },
  partIds,
  positions: [
    { name: 'down', at: 0 },
    { name: 'raised', at: 320 },
  ],
});

function vPlowFittings(of: (id: string) => Extents): { joints: Joint[]; zones: Zone[] } {
  const wing = of('wing-left');
  const wingJoint = (side: 'left' | 'right', sign: 1 | -1): Joint => ({
    id: `wing-${side}`,
    name: side === 'left' ? 'Left wing' : 'Right wing',
    motion: { kind: 'turn', about: 'z', pivot: [wing.x[0] + 110, 0] },
    partIds: [`wing-${side}`],
    positions: [
      { name: 'vee', at: 0 },
      { name: 'straight', at: sign * 28 },
      { name: 'scoop', at: sign * 52 },
    ],
  });
  return {
    joints: [wingJoint('left', 1), wingJoint('right', -1), plowLift(['wing-left', 'wing-right'])],
    zones: [
      {
        id: 'plow-hinge',
        name: 'wing hinge',
        kind: 'pinch',
        x: [wing.x[0] - 30, wing.x[0] + 260],
        y: [-160, 160],
        z: [40, 920],
      },
      { id: 'plow-edge', name: 'cutting edge', kind: 'strike', x: wing.x, y: [-wing.y[1], wing.y[1]], z: [0, 330] },
    ],
  };
}

const OWN: Record<string, Own> = {
  'recovery-truck': (of) => {
    const boom = of('boom');
    const turret = of('turret');
    const step = of('rear-step');
    const moved = ['boom', 'boom-end', 'sheave', 'hook', 'ram-left', 'ram-right'];
    return {
      joints: [
        {
          id: 'boom',
          name: 'Boom',
          motion: { kind: 'turn', about: 'y', pivot: [middle(turret.x) - 130, turret.z[1] - 170] },
          partIds: moved,
          positions: [
            { name: 'travelling', at: 0 },
            { name: 'level', at: -16 },
            { name: 'raised', at: 24 },
          ],
        },
      ],
      zones: [
        {
          id: 'turret',
          name: 'boom pivot',
          kind: 'pinch',
          x: [turret.x[0] - 60, turret.x[1] + 60],
          y: [-420, 420],
          z: [1070, boom.z[0] + 500],
        },
        {
          id: 'hook-chains',
          name: 'hook and chains',
          kind: 'strike',
          x: [step.x[1], step.x[1] + 340],
          y: [-420, 420],
          z: [1075, 2000],
        },
      ],
      behind: lockers,
      passes: [
        {
          id: 'post-tube',
          name: 'tube of the rear corner post',
          kind: 'tube',
          position: at(of('post-left').x[0], of('post-left').y[0], 1080),
          diameterMm: 28,
          wet: true,
        },
      ],
    };
  },
  'drop-side-truck': (of) => {
    const left = of('drop-side-left');
    const tail = of('tailboard');
    return {
      joints: [
        {
          id: 'side-left',
          name: 'Left side',
          motion: { kind: 'turn', about: 'x', pivot: [middle(left.y), left.z[0]] },
          partIds: ['drop-side-left'],
          positions: [
            { name: 'up', at: 0 },
            { name: 'dropped', at: -172 },
          ],
        },
        {
          id: 'side-right',
          name: 'Right side',
          motion: { kind: 'turn', about: 'x', pivot: [-middle(left.y), left.z[0]] },
          partIds: ['drop-side-right'],
          positions: [
            { name: 'up', at: 0 },
            { name: 'dropped', at: 172 },
          ],
        },
        {
          id: 'tailboard',
          name: 'Tailboard',
          motion: { kind: 'turn', about: 'y', pivot: [middle(tail.x), tail.z[0]] },
          partIds: ['tailboard'],
          positions: [
            { name: 'up', at: 0 },
            { name: 'dropped', at: -172 },
          ],
        },
      ],
      zones: [
        deckGoods(of('deck')),
        ...pair('drop-side').map(
          (id): Zone => ({
            id: `hinge-${id}`,
            name: 'drop-side hinge',
            kind: 'pinch',
            x: of(id).x,
            y: of(id).y,
            z: [of(id).z[0] - 30, of(id).z[0] + 40],
          }),
        ),
      ],
      behind: lockers,
    };
  },
  'v-plow': vPlowFittings,
  'straight-plow': (of) => {
    const blade = of('blade');
    return {
      joints: [
        {
          id: 'blade',
          name: 'Blade',
          motion: { kind: 'turn', about: 'z', pivot: [blade.x[1], 0] },
          partIds: ['blade'],
          positions: [
            { name: 'square', at: 0 },
            { name: 'to the left', at: 30 },
            { name: 'to the right', at: -30 },
          ],
        },
        plowLift(['blade']),
      ],
      zones: [
        {
          id: 'blade-pin',
          name: 'blade pin',
          kind: 'pinch',
          x: [blade.x[1] - 40, blade.x[1] + 260],
          y: [-300, 300],
          z: [380, 620],
        },
        { id: 'plow-edge', name: 'cutting edge', kind: 'strike', x: blade.x, y: blade.y, z: [0, 330] },
      ],
    };
  },
  gritter: (of) => {
    const hopper = of('hopper');
    const plow = vPlowFittings(of);
    return {
      joints: plow.joints,
      zones: [
        ...plow.zones,
        {
          id: 'spread',
          name: 'salt spray',
          kind: 'moving',
          x: [hopper.x[1], hopper.x[1] + 700],
          y: [-900, 900],
          z: [0, 620],
        },
      ],
      behind: [{ partId: 'hopper', what: 'wet salt', depthMm: 30 }],
    };
  },
  'sign-board-truck': (of) => ({
    joints: [
      {
        id: 'board',
        name: 'Board',
        motion: { kind: 'slide', along: 'z' },
        partIds: ['board'],
        positions: [
          { name: 'raised', at: 0 },
          { name: 'lowered', at: -560 },
        ],
      },
    ],
    zones: [
      {
        id: 'board-slide',
        name: 'board slide',
        kind: 'pinch',
        x: [of('board-frame').x[0] - 20, of('board').x[1] + 20],
        y: [-520, 520],
        z: [1075, 1700],
      },
    ],
    behind: [...lockers, { partId: 'board', what: 'board electronics', depthMm: 20 }],
  }),
  sweeper: (of) => {
    const hopper = of('hopper');
    const broom = of('broom-left');
    return {
      joints: [
        {
          id: 'hopper',
          name: 'Hopper',
          motion: { kind: 'turn', about: 'y', pivot: [hopper.x[1] - 120, hopper.z[0]] },
          partIds: ['hopper'],
          positions: [
            { name: 'down', at: 0 },
            { name: 'tipped', at: -38 },
          ],
        },
      ],
      zones: [
        ...[1, -1].map(
          (side): Zone => ({
            id: `broom-${side}`,
            name: 'side broom',
            kind: 'strike',
            x: [broom.x[0] - 80, broom.x[1] + 80],
            y: side > 0 ? broom.y : [-broom.y[1], -broom.y[0]],
            z: [0, 420],
          }),
        ),
        {
          id: 'kerb-rear',
          name: 'kerb and litter strike',
          kind: 'strike',
          x: [hopper.x[1] - 700, hopper.x[1] + 120],
          y: [-1400, 1400],
          z: [0, 820],
        },
        {
          id: 'hopper-hinge',
          name: 'hopper hinge',
          kind: 'pinch',
          x: [hopper.x[1] - 220, hopper.x[1] - 20],
          y: hopper.y,
          z: [hopper.z[0] - 60, hopper.z[0] + 80],
        },
      ],
      behind: [{ partId: 'hopper', what: 'hopper full of water', depthMm: 30 }],
    };
  },
  van: (of) => {
    const shell = of('shell');
    return {
      zones: [
        {
          id: 'doors-rear',
          name: 'rear doors',
          kind: 'hands',
          x: [shell.x[1] - 60, shell.x[1] + 20],
          y: [-120, 120],
          z: [900, 1250],
        },
        {
          id: 'load',
          name: 'shelving inside',
          kind: 'load',
          x: [2200, shell.x[1] - 200],
          y: [shell.y[0] + 120, shell.y[1] - 120],
          z: [700, 1900],
        },
      ],
      passes: [
        {
          id: 'roof',
          name: 'roof grommet',
          kind: 'grommet',
          position: at(shell.x[1] - 420, 0, shell.z[1] - 20),
          diameterMm: 20,
          wet: true,
        },
        {
          id: 'bulkhead',
          name: 'loom hole in the bulkhead',
          kind: 'hole',
          position: at(1900, 700, 1100),
          diameterMm: 45,
          wet: false,
        },
      ],
      behind: [{ partId: 'shell', what: 'lining and wiring', depthMm: 28 }],
    };
  },
  'tilt-trailer': (of) => {
    const bed = of('bed');
    return {
      joints: [
        {
          id: 'tilt',
          name: 'Bed',
          motion: { kind: 'turn', about: 'y', pivot: [bed.x[1] - 1500, bed.z[0]] },
          partIds: ['bed', ...pair('side'), 'front-panel', 'tailgate'],
          positions: [
            { name: 'flat', at: 0 },
            { name: 'tilted', at: -12 },
          ],
        },
      ],
      zones: [
        {
          id: 'tilt-hinge',
          name: 'tilt hinge',
          kind: 'pinch',
          x: [bed.x[1] - 1620, bed.x[1] - 1380],
          y: bed.y,
          z: [bed.z[0] - 90, bed.z[0] + 30],
        },
        {
          id: 'load',
          name: 'load space',
          kind: 'load',
          x: [bed.x[0] + 60, bed.x[1] - 60],
          y: [bed.y[0] + 60, bed.y[1] - 60],
          z: [bed.z[1], bed.z[1] + 1100],
        },
        {
          id: 'tail',
          name: 'ramp and loading',
          kind: 'strike',
          x: [bed.x[1] - 20, bed.x[1] + 60],
          y: [bed.y[0], bed.y[1]],
          z: [bed.z[0], bed.z[1] + 120],
        },
      ],
      passes: [
        {
          id: 'beam',
          name: 'hole in the tail beam',
          kind: 'hole',
          position: at(bed.x[1] - 90, 300, 560),
          diameterMm: 25,
          wet: true,
        },
      ],
    };
  },
  'box-truck': (of) => ({
    zones: [
      {
        id: 'doors',
        name: 'rear doors and their swing',
        kind: 'hands',
        x: [of('box').x[1] - 20, of('box').x[1] + 40],
        y: [-220, 220],
        z: [1200, 1900],
      },
    ],
    behind: [{ partId: 'box', what: 'lining and goods', depthMm: 45 }],
  }),
  pickup: (of) => {
    const gate = of('tailgate');
    return {
      joints: [
        {
          id: 'tailgate',
          name: 'Tailgate',
          motion: { kind: 'turn', about: 'y', pivot: [middle(gate.x), gate.z[0]] },
          partIds: ['tailgate'],
          positions: [
            { name: 'up', at: 0 },
            { name: 'dropped', at: -90 },
          ],
        },
      ],
      zones: [
        {
          id: 'load',
          name: 'load bed',
          kind: 'load',
          x: [of('bed-floor').x[0] + 40, gate.x[0] - 20],
          y: [of('bed-floor').y[0] + 20, of('bed-floor').y[1] - 20],
          z: [680, 1400],
        },
        { id: 'engine', name: 'engine bay', kind: 'hot', x: [150, 1300], y: [-600, 600], z: [500, 1000] },
      ],
      behind: [{ partId: 'cab', what: 'roof lining and curtain air bags', depthMm: 30 }],
      passes: [
        {
          id: 'bed-corner',
          name: 'drain plug in the bed corner',
          kind: 'plug',
          position: at(of('bed-floor').x[0] + 60, of('bed-floor').y[1] - 60, 650),
          diameterMm: 20,
          wet: true,
        },
      ],
    };
  },
  'flatbed-trailer': (of) => ({
    zones: [
      {
        id: 'load',
        name: 'load space',
        kind: 'load',
        x: [of('bulkhead').x[1] + 40, of('bed').x[1] - 60],
        y: [of('bed').y[0] + 60, of('bed').y[1] - 60],
        z: [of('bed').z[1], of('bed').z[1] + 1200],
      },
      {
        id: 'straps',
        name: 'straps and winches',
        kind: 'strike',
        x: [of('bed').x[0] + 200, of('bed').x[1] - 200],
        y: [of('bed').y[1] - 10, of('bed').y[1] + 60],
        z: [of('bed').z[0], of('bed').z[1]],
      },
      {
        id: 'straps-right',
        name: 'straps and winches',
        kind: 'strike',
        x: [of('bed').x[0] + 200, of('bed').x[1] - 200],
        y: [of('bed').y[0] - 60, of('bed').y[0] + 10],
        z: [of('bed').z[0], of('bed').z[1]],
      },
    ],
  }),
  loader: (of) => {
    const arm = of('arm-left');
    const frame = of('front-frame');
    const lifted = [...pair('arm'), 'bucket'];
    return {
      joints: [
        {
          id: 'arms',
          name: 'Arms',
          motion: { kind: 'turn', about: 'y', pivot: [arm.x[1] - 110, arm.z[1] - 120] },
          partIds: lifted,
          positions: [
            { name: 'carrying', at: 0 },
            { name: 'half up', at: -30 },
            { name: 'up', at: -62 },
          ],
        },
        {
          id: 'steering',
          name: 'Steering',
          motion: { kind: 'turn', about: 'z', pivot: [frame.x[1] + 40, 0] },
          partIds: [...lifted, 'front-frame', ...pair('front-wheel'), ...pair('front-guard')],
          positions: [
            { name: 'straight', at: 0 },
            { name: 'left', at: 35 },
            { name: 'right', at: -35 },
          ],
        },
      ],
      zones: [
        {
          id: 'joint',
          name: 'steering joint',
          kind: 'pinch',
          x: [frame.x[1] - 120, frame.x[1] + 220],
          y: [-900, 900],
          z: [400, 1200],
        },
        { id: 'stack', name: 'exhaust', kind: 'hot', x: of('stack').x, y: of('stack').y, z: of('stack').z },
        { id: 'bucket', name: 'bucket', kind: 'strike', x: of('bucket').x, y: of('bucket').y, z: of('bucket').z },
      ],
      behind: [
        { partId: 'cab', what: 'roof lining', depthMm: 40 },
        { partId: 'hood', what: 'engine and fan', depthMm: 120 },
      ],
    };
  },
  'boat-trailer': (of) => ({
    zones: [
      {
        id: 'water',
        name: 'goes under water',
        kind: 'moving',
        x: [1500, of('lamp-board').x[0] - 10],
        y: [-1200, 1200],
        z: [0, 600],
      },
    ],
  }),
  'pump-trailer': (of) => ({
    behind: [{ partId: 'canopy', what: 'pump set and hot pipe', depthMm: 120 }],
    zones: [
      {
        id: 'exhaust',
        name: 'pump exhaust',
        kind: 'hot',
        x: [of('canopy').x[0] + 320, of('canopy').x[0] + 640],
        y: [60, 320],
        z: [1500, 2000],
      },
    ],
  }),
  tractor: (of) => {
    const stack = of('stack');
    const link = of('link-left');
    return {
      joints: [
        {
          id: 'lift',
          name: 'Rear lift',
          motion: { kind: 'turn', about: 'y', pivot: [link.x[0], middle(link.z)] },
          partIds: ['link-left', 'link-right', 'headstock'],
          positions: [
            { name: 'down', at: 0 },
            { name: 'raised', at: 24 },
          ],
        },
      ],
      zones: [
        {
          id: 'stack',
          name: 'exhaust stack',
          kind: 'hot',
          x: [stack.x[0] - 150, stack.x[1] + 150],
          y: [stack.y[0] - 150, stack.y[1] + 150],
          z: stack.z,
        },
        {
          id: 'bonnet',
          name: 'under the bonnet',
          kind: 'hot',
          x: of('bonnet').x,
          y: [-260, 260],
          z: [900, of('bonnet').z[1] - 40],
        },
        {
          id: 'lift',
          name: 'lift arms',
          kind: 'pinch',
          x: [link.x[0] - 40, link.x[1]],
          y: [-520, 520],
          z: [link.z[0] - 200, link.z[1] + 250],
        },
      ],
      passes: [
        {
          id: 'cab-rear',
          name: 'cable port in the cab rear',
          kind: 'grommet',
          position: at(of('cab').x[1], -300, 1250),
          diameterMm: 35,
          wet: true,
        },
      ],
      behind: [{ partId: 'roof', what: 'roof lining and fan', depthMm: 45 }],
    };
  },
  telehandler: (of) => {
    const boom = of('boom');
    const moved = ['boom', 'boom-inner', 'carriage', 'fork-1', 'fork-2'];
    return {
      joints: [
        {
          id: 'extend',
          name: 'Inner boom',
          motion: { kind: 'slide', along: 'x' },
          partIds: moved.slice(1),
          positions: [
            { name: 'in', at: 0 },
            { name: 'out', at: -900 },
          ],
        },
        {
          id: 'boom',
          name: 'Boom',
          motion: { kind: 'turn', about: 'y', pivot: [boom.x[1] - 160, boom.z[1] - 160] },
          partIds: moved,
          positions: [
            { name: 'down', at: 0 },
            { name: 'half up', at: -28 },
            { name: 'up', at: -55 },
          ],
        },
      ],
      zones: [
        {
          id: 'boom-pivot',
          name: 'boom pivot',
          kind: 'pinch',
          x: [boom.x[1] - 360, boom.x[1] + 20],
          y: [-460, 40],
          z: [1000, boom.z[1] + 60],
        },
        {
          id: 'engine',
          name: 'engine pod',
          kind: 'hot',
          x: of('engine-pod').x,
          y: of('engine-pod').y,
          z: of('engine-pod').z,
        },
      ],
      behind: [
        { partId: 'tank', what: 'fuel tank', depthMm: 3 },
        { partId: 'cab', what: 'roof lining', depthMm: 40 },
      ],
    };
  },
  motorcycle: (of) => ({
    joints: [
      {
        id: 'steering',
        name: 'Steering',
        motion: { kind: 'turn', about: 'z', pivot: [middle(of('fork').x) + 110, 0] },
        partIds: ['front-wheel', 'fork', 'guard', 'bars', ...pair('mirror')],
        positions: [
          { name: 'straight', at: 0 },
          { name: 'left lock', at: 32 },
          { name: 'right lock', at: -32 },
        ],
      },
    ],
    zones: [
      { id: 'steering-head', name: 'steering head', kind: 'pinch', x: [560, 780], y: [-120, 120], z: [850, 1150] },
      {
        id: 'engine',
        name: 'engine and exhaust',
        kind: 'hot',
        x: of('engine').x,
        y: of('engine').y,
        z: of('engine').z,
      },
    ],
    behind: [
      { partId: 'tank', what: 'fuel', depthMm: 2 },
      { partId: 'top-box', what: 'inside of the box', depthMm: 250 },
    ],
  }),
};

/** Joints, zones, passes, what lies behind, and mirrors of a body made from these parts. */
export function fittingsOf(templateId: string, parts: readonly BodyPart[], own?: Omit<Fittings, 'mirrors'>): Fittings {
  if (own) return { ...own, zones: [...own.zones, ...wheelZones(parts)], mirrors: mirrorsOf(parts) };
  const byId = new Map(parts.map((part) => [part.id, part]));
  const of = (partId: string): Extents => {
    const part = byId.get(partId);
    if (!part) throw new RangeError(`Body ${templateId} has no part "${partId}"`);
    return extentsOf(part);
  };
  const all = [byId.has('bumper') && byId.has('cab') ? truckCabFittings(of) : {}, OWN[templateId]?.(of) ?? {}];
  const collect = <Item>(pick: (each: Partial<Fittings>) => readonly Item[] | undefined): Item[] =>
    all.flatMap((each) => pick(each) ?? []);
  return {
    joints: collect((each) => each.joints),
    zones: [...collect((each) => each.zones), ...wheelZones(parts)],
    passes: collect((each) => each.passes),
    behind: collect((each) => each.behind),
    mirrors: mirrorsOf(parts),
    closed: parts.filter((part) => CLOSED.test(part.id)).map((part) => part.id),
  };
}
