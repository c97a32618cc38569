import { Alert, Form, Modal, Select } from 'antd';
import { useState } from 'react';
import type { Face, LampModel, Position } from '../../../core/document/index.ts';
import { depthAxis, rowOperation, rowPlaces } from '../../../core/place/index.ts';
import { formatLength } from '../../../core/units/index.ts';
import { useShelfQuery } from '../../app/api.ts';
import { newId } from '../../app/ids.ts';
import { LengthInput } from '../../ui/LengthInput.tsx';
import { NumberInput } from '../../ui/NumberInput.tsx';
import { useUnit } from '../useUnit.ts';

const FACES: { value: Face; label: string }[] = [
  { value: 'front', label: 'front, across' },
  { value: 'rear', label: 'rear, across' },
  { value: 'top', label: 'top, across' },
  { value: 'left', label: 'left side, along' },
  { value: 'right', label: 'right side, along' },
];

const rowAxisOf = (face: Face): keyof Position => (face === 'left' || face === 'right' ? 'xMm' : 'yMm');
const acrossAxisOf = (face: Face): keyof Position => {
  const row = rowAxisOf(face);
  const depth = depthAxis(face);
  return (['xMm', 'yMm', 'zMm'] as const).find((axis) => axis !== row && axis !== depth)!;
};
const ACROSS_WORDS: Record<keyof Position, string> = { xMm: 'From front', yMm: 'From centreline', zMm: 'From ground' };

/** A row of equal lamps, spread between two edges of the unit. */
export function RowForm({ onClose, onPlaced }: { onClose(): void; onPlaced(ids: string[]): void }) {
  const { build, body, preferences, act } = useUnit();
  const { data: shelf = [] } = useShelfQuery();
  const roof = body.parts.find((part) => part.id === 'cab') ? body.heightMm : body.heightMm * 0.8;
  const [modelKey, setModelKey] = useState<string | null>(null);
  const [face, setFace] = useState<Face>('front');
  const [count, setCount] = useState(5);
  const [insetMm, setInsetMm] = useState(100);
  const [acrossMm, setAcrossMm] = useState(Math.round(Math.min(roof, 2560)));
  const axis = rowAxisOf(face);
  const edges = body.edges.filter((edge) => `${edge.axis}Mm` === axis).sort((a, b) => a.atMm - b.atMm);
  const [ends, setEnds] = useState<[string, string] | null>(null);
  const [fromId, toId] = ends ?? [edges[0]!.id, edges.at(-1)!.id];
  const [problem, setProblem] = useState('');
  const edgeAt = (id: string) => edges.find((edge) => edge.id === id)?.atMm ?? 0;
  const span = { count, fromMm: edgeAt(fromId), toMm: edgeAt(toId), insetMm };
  const places = rowPlaces(span);
  const model: LampModel | undefined = shelf.find((entry) => entry.model.key === modelKey)?.model;

  const place = () => {
    if (!model) return setProblem('Choose a lamp first.');
    const across = { axis: acrossAxisOf(face), atMm: acrossMm };
    const row = rowOperation(build, body, { model, face, axis, across, ...span }, newId);
    if (!row.ok) return setProblem(row.reason.message);
    if (act(row.value)) onPlaced(row.value.kind === 'placeLamps' ? row.value.lamps.map((lamp) => lamp.id) : []);
  };
  const edgeOptions = edges.map((edge) => ({ value: edge.id, label: edge.name }));
  return (
    <Modal open title="A row, spread evenly" okText="Place the row" onOk={place} onCancel={onClose} width={440}>
      <Form layout="horizontal" labelCol={{ span: 8 }} className="row-form">
        <Form.Item label="Lamp">
          <Select
            aria-label="Lamp"
            showSearch={{ optionFilterProp: 'label' }}
            value={modelKey}
            onChange={setModelKey}
            options={shelf.map((entry) => ({
              value: entry.model.key,
              label: `${entry.model.key}  ${entry.model.name}`,
            }))}
          />
        </Form.Item>
        <Form.Item label="On">
          <Select
            aria-label="On"
            value={face}
            options={FACES}
            onChange={(value) => {
              setFace(value);
              setEnds(null);
            }}
          />
        </Form.Item>
        <Form.Item label="Between">
          <div className="two">
            <Select
              aria-label="From edge"
              value={fromId}
              options={edgeOptions}
              onChange={(id) => setEnds([id, toId])}
            />
            <Select aria-label="To edge" value={toId} options={edgeOptions} onChange={(id) => setEnds([fromId, id])} />
          </div>
        </Form.Item>
        <Form.Item label="How many">
          <NumberInput
            aria-label="How many"
            precision={0}
            min={1}
            max={40}
            value={count}
            onChange={(value) => setCount(value ?? 1)}
          />
        </Form.Item>
        <Form.Item label="Outer ones in by">
          <LengthInput label="Outer ones in by" valueMm={insetMm} unit={preferences.length} onCommit={setInsetMm} />
        </Form.Item>
        <Form.Item label={ACROSS_WORDS[acrossAxisOf(face)]}>
          <LengthInput
            label={ACROSS_WORDS[acrossAxisOf(face)]}
            valueMm={acrossMm}
            unit={preferences.length}
            onCommit={setAcrossMm}
          />
        </Form.Item>
      </Form>
      {places.length > 1 && (
        <p className="muted">
          Gap <b className="mono">{formatLength(Math.abs(places[1]! - places[0]!), preferences.length)}</b>, centre to
          centre
        </p>
      )}
      {problem && <Alert type="warning" title={problem} showIcon />}
    </Modal>
  );
}
