import { PlusOutlined } from '@ant-design/icons';
import { Button } from 'antd';
import { fuseBoxes } from '../../../core/graph/index.ts';
import { newId } from '../../app/ids.ts';
import { useUnit } from '../useUnit.ts';
import { CavityMetal } from './CavityMetal.tsx';
import { FuseBox } from './FuseBox.tsx';

/** Beside the fuse panel, so that it is found on the drawing and dragged from there. */
const BESIDE_MM = 400;

/** Every fuse box as one looks into it, side by side. */
export function FuseBoxes({ boxKey, onBox }: { boxKey: string | null; onBox(key: string): void }) {
  const { build, mayEdit, act } = useUnit();
  const boxes = fuseBoxes(build);
  const add = () => {
    const { position } = build.fusePanel;
    const box = {
      id: newId(),
      name: `Fuse box ${boxes.length + 1}`,
      place: '',
      position: { ...position, xMm: position.xMm + BESIDE_MM },
    };
    if (act({ kind: 'addFuseBox', box })) onBox(box.id);
  };
  return (
    <section className="fuse-boxes" aria-label="Fuse boxes">
      {boxes.map((box) => (
        <FuseBox key={box.key} box={box} isChosen={boxKey === box.key} onChoose={() => onBox(box.key)} />
      ))}
      <footer>
        <ul className="cavity-key" aria-label="What is drawn in a slot">
          <li>
            <i className="blade used" aria-hidden /> fuse in it
          </li>
          <li>
            <i className="blade" aria-hidden>
              <CavityMetal cavity="whole" />
            </i>
            empty, metal on both sides
          </li>
          <li>
            <i className="blade" aria-hidden>
              <CavityMetal cavity="noLoadSide" />
            </i>
            no terminal on the load side
          </li>
          <li>
            <i className="blade" aria-hidden>
              <CavityMetal cavity="hollow" />
            </i>
            hollow
          </li>
        </ul>
        {mayEdit && (
          <Button size="small" ghost icon={<PlusOutlined aria-hidden />} onClick={add}>
            Fuse box
          </Button>
        )}
      </footer>
    </section>
  );
}
