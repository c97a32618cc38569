import { PlusOutlined } from '@ant-design/icons';
import { Button } from 'antd';
import type { FactoryLamp } from '../../../core/document/index.ts';
import { usualLamps } from '../../../core/place/index.ts';
import { newId } from '../../app/ids.ts';
import { useUnit } from '../useUnit.ts';
import { FactoryLine } from './FactoryLine.tsx';

/** The lamps that the unit came with: what they are for, where, and whether they work. Rules about required lamps go by these. */
export function LampsPart() {
  const { build, body, mayEdit, act } = useUnit();
  const lamps = Object.values(build.factoryLamps);
  const put = (...changed: FactoryLamp[]) => act({ kind: 'recordFactoryLamps', lamps: changed });
  const fresh = (lamp: Omit<FactoryLamp, 'id' | 'state' | 'note'>): FactoryLamp => ({
    ...lamp,
    id: newId(),
    state: 'works',
    note: '',
  });
  return (
    <section className="survey-part" aria-label="Factory lamps">
      {lamps.length === 0 && (
        <p className="muted">
          Walk round with everything switched on. Start with what such a unit usually has, then correct each line.
        </p>
      )}
      {lamps.map((lamp) => (
        <FactoryLine key={lamp.id} lamp={lamp} onChange={put} />
      ))}
      {mayEdit && (
        <div className="button-row">
          {lamps.length === 0 && (
            <Button type="primary" onClick={() => put(...usualLamps(body).map(fresh))}>
              As usual for this kind
            </Button>
          )}
          <Button
            icon={<PlusOutlined />}
            onClick={() =>
              put(
                fresh({
                  role: 'tail',
                  face: 'rear',
                  colour: 'red',
                  paired: true,
                  position: { xMm: body.lengthMm, yMm: body.widthMm / 2 - 150, zMm: 800 },
                }),
              )
            }
          >
            Lamp
          </Button>
        </div>
      )}
    </section>
  );
}
