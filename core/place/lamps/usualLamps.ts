/** The lamps that a unit of its kind usually comes with: a start for the survey, to be checked one by one on the unit. */

import { type Body, skinAt, templateById } from '../../body/index.ts';
import type { Face, FactoryLamp, LightColour, Position } from '../../document/index.ts';
import type { Millimetres } from '../../units/index.ts';
import { depthAxis, roundedPosition } from '../arrange.ts';

type Usual = Omit<FactoryLamp, 'id' | 'state' | 'note'>;

const WIDE_MM = 2032;

/** Usual lamps by body, pairs told by their left-hand lamp. Heights and places are common practice, no source. */
export function usualLamps(body: Body): Usual[] {
  const { lengthMm, widthMm, heightMm, hasEngine, templateId } = body;
  const group = templateById(templateId)?.group ?? 'truck';
  const half = widthMm / 2;
  const low = Math.min(900, heightMm * 0.5);
  const at = (face: Face, wanted: Position): Position => {
    const skin = skinAt(body, face, wanted);
    return roundedPosition(skin ? { ...wanted, [depthAxis(face)]: skin.atMm } : wanted);
  };
  const pair = (
    role: Usual['role'],
    face: Face,
    colour: LightColour,
    yMm: Millimetres,
    zMm: Millimetres,
    xMm = 0,
  ): Usual => ({
    role,
    face,
    colour,
    paired: true,
    position: at(face, { xMm, yMm, zMm }),
  });
  const one = (role: Usual['role'], face: Face, colour: LightColour, zMm: Millimetres): Usual => ({
    role,
    face,
    colour,
    paired: false,
    position: at(face, { xMm: 0, yMm: 0, zMm }),
  });
  if (group === 'cycle')
    return [one('tail', 'rear', 'red', 820), one('stop', 'rear', 'red', 820), one('plate', 'rear', 'white', 760)];
  const rear = [
    pair('tail', 'rear', 'red', half - 180, low),
    pair('stop', 'rear', 'red', half - 180, low),
    pair('turn', 'rear', group === 'machine' ? 'amber' : 'red', half - 180, low),
    one('plate', 'rear', 'white', low - 60),
  ];
  if (group === 'machine') return rear;
  const wide = widthMm >= WIDE_MM;
  const sides = [
    pair('sideMarker', 'left', 'amber', half, low, lengthMm * 0.2),
    pair('sideMarker', 'left', 'red', half, low, lengthMm * 0.94),
  ];
  const outline = wide
    ? [
        pair('clearance', 'front', 'amber', half - 120, hasEngine ? heightMm - 120 : low),
        pair('clearance', 'rear', 'red', half - 60, low),
        pair('identification', 'rear', 'red', 200, low - 40),
        one('identification', 'rear', 'red', low - 40),
      ]
    : [];
  const powered = hasEngine
    ? [pair('turn', 'front', 'amber', half - 250, 760), one('reversing', 'rear', 'white', low)]
    : [];
  return [...rear, ...sides, ...outline, ...powered];
}
