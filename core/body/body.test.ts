import { describe, expect, it } from 'vitest';
import { inWords } from '../units/index.ts';
import { VIEWS } from './bodyModel.ts';
import { drawnOtherwise } from './dimensions.ts';
import { BODY_TEMPLATES, makeBody } from './makeBody.ts';
import { paintOrder } from './paintOrder.ts';
import { blockedBy, ontoSkin, skinAt } from './solid.ts';

const body = (id: string, parameters: Record<string, number> = {}) => {
  const made = makeBody(id, parameters);
  if (!made.ok) throw new Error(made.reason.message);
  return made.value;
};

describe.each(BODY_TEMPLATES.map((template) => template.id))('%s', (id) => {
  it('is as long as asked, starts at x 0 and stands on the ground', () => {
    const made = body(id);
    const xs = made.parts.filter((part) => part.solid).flatMap((part) => part.side.map(([x]) => x));
    const zs = made.parts.flatMap((part) => part.side.map(([, z]) => z));
    expect(Math.min(...xs)).toBeGreaterThanOrEqual(-1);
    expect(Math.min(...xs)).toBeLessThan(120);
    expect(Math.min(...zs)).toBeGreaterThanOrEqual(-1);
    expect(made.heightMm).toBeGreaterThan(900);
  });

  it('can be built at both ends of every dimension, with every part drawn in every view', () => {
    const template = BODY_TEMPLATES.find((each) => each.id === id)!;
    for (const [key, rule] of Object.entries(template.parameters)) {
      for (const value of [rule.minimumMm, rule.maximumMm]) {
        const made = body(id, { [key]: value });
        for (const view of VIEWS) expect(paintOrder(made, view)).toHaveLength(made.parts.length);
      }
      expect(makeBody(id, { [key]: rule.maximumMm + 1 })).toMatchObject({
        ok: false,
        reason: { kind: 'outOfRange', parameter: key },
      });
    }
  });
});

describe('solids', () => {
  const truck = body('recovery-truck');

  it('the skin of the left side at a locker is the stated half width', () => {
    expect(skinAt(truck, 'left', { xMm: 3000, yMm: 0, zMm: 760 })).toMatchObject({ atMm: 1225 });
  });

  it('left and right skins mirror each other', () => {
    for (const zMm of [600, 760, 1300, 2200]) {
      const at = { xMm: 1200, yMm: 0, zMm };
      expect(skinAt(truck, 'left', at)!.atMm).toBeCloseTo(-skinAt(truck, 'right', at)!.atMm, 6);
    }
  });

  it('nothing is there beside the body', () => {
    expect(skinAt(truck, 'left', { xMm: 3000, yMm: 0, zMm: 3500 })).toBeNull();
    expect(ontoSkin(truck, 'left', { xMm: 3000, yMm: 7, zMm: 3500 })).toEqual({ xMm: 3000, yMm: 7, zMm: 3500 });
  });

  it('the cab hides the headboard from the front, the sky does not hide the roof', () => {
    expect(blockedBy(truck, 'front', { xMm: 2300, yMm: 0, zMm: 1500 })?.name).toMatch(/Cab|rails|bumper/i);
    expect(blockedBy(truck, 'plan', { xMm: 1000, yMm: 0, zMm: 2700 })).toBeNull();
  });

  it('a longer truck keeps its cab and moves its tail', () => {
    const longer = body('recovery-truck', { lengthMm: 8400 });
    expect(longer.lengthMm - truck.lengthMm).toBe(1000);
    expect(longer.parts.find((part) => part.id === 'cab')!.side).toEqual(
      truck.parts.find((part) => part.id === 'cab')!.side,
    );
  });
});

describe('what was typed', () => {
  const toldOf = (bodyId: string, parameters: Record<string, number>) => {
    const body = makeBody(bodyId, parameters);
    if (!body.ok) throw new Error(body.reason.message);
    return drawnOtherwise(body.value).map((words) => inWords(words));
  };

  it('is what a body is drawn at: 6000 mm of van are 6000 mm', () => {
    for (const lengthMm of [5400, 6000, 7400]) {
      const body = makeBody('van', { lengthMm });
      expect(body.ok && body.value.lengthMm).toBe(lengthMm);
      expect(toldOf('van', { lengthMm })).toEqual([]);
    }
  });

  it('is told where the drawing is another size, at every end of every template', () => {
    for (const template of BODY_TEMPLATES)
      for (const end of ['defaultMm', 'minimumMm', 'maximumMm'] as const) {
        const given = Object.fromEntries(Object.entries(template.parameters).map(([key, rule]) => [key, rule[end]]));
        const body = makeBody(template.id, given);
        if (!body.ok) continue;
        const off = (['lengthMm', 'widthMm', 'heightMm'] as const).filter(
          (key) => given[key] !== undefined && Math.abs(body.value[key] - given[key]) >= 5,
        );
        expect(drawnOtherwise(body.value), `${template.id} ${end}`).toHaveLength(off.length);
      }
    expect(toldOf('gritter', {})[0]).toMatch(
      /^Overall length: with all that stands out it is drawn at 9.?300 mm, not 8.?200 mm/,
    );
  });
});
