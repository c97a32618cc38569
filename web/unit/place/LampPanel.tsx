import { LinkOutlined, LockOutlined, UnlockOutlined } from '@ant-design/icons';
import { Button, Select, Tooltip } from 'antd';
import { partUnder } from '../../../core/body/index.ts';
import type { Lamp, Position } from '../../../core/document/index.ts';
import { drillingOf, footOf, MOUNTS, moveTo, twinOf } from '../../../core/place/index.ts';
import { mm, say } from '../../../core/units/index.ts';
import { useShelfQuery } from '../../app/api.ts';
import { useWords } from '../../app/useWords.ts';
import { useUnit } from '../useUnit.ts';
import { AimRow } from './AimRow.tsx';
import { ColourRow } from './ColourRow.tsx';
import { FACE_WORDS } from './faceWords.ts';
import { JobRows } from './JobRows.tsx';
import { MountSection } from './MountSection.tsx';
import { OtherEdges } from './OtherEdges.tsx';
import { PadsSection } from './PadsSection.tsx';
import { StandRow } from './StandRow.tsx';
import { TapeField } from './TapeField.tsx';

export function LampPanel({ lamp }: { lamp: Lamp }) {
  const { build, body, preferences, mayEdit, act } = useUnit();
  const inWords = useWords();
  const { data: shelf = [] } = useShelfQuery();
  const model = build.models[lamp.modelKey]!;
  const twin = twinOf(build, lamp);
  const ids = twin ? [lamp.id, twin.id] : [lamp.id];
  const mount = model.mounts.find((each) => each.kind === lamp.mount) ?? model.mounts[0]!;
  const [slot] = drillingOf(lamp, model).slots;
  const foot = footOf(build, lamp);
  const on = partUnder(body, foot.face, foot.position);
  const newer = shelf.find((entry) => entry.model.key === model.key && entry.model.version > model.version);
  const isSeveral = model.jobs.length > 0;
  const sameKind = shelf.filter(
    (entry) => (entry.model.kind === model.kind && entry.model.jobs.length === 0) || entry.model.key === model.key,
  );
  const move = (axis: keyof Position) => (valueMm: number) => {
    // "From the centreline" is typed without a sign: the lamp stays on its side.
    const signed = axis === 'yMm' ? Math.abs(valueMm) * (lamp.position.yMm < 0 ? -1 : 1) : valueMm;
    act({ kind: 'moveLamps', moves: moveTo(build, body, lamp.id, axis, signed) });
  };

  return (
    <section className="lamp-panel" aria-label={`${model.colours.length > 0 ? 'Lamp' : 'Part'} ${lamp.tag}`}>
      <header className="panel-head">
        <span className="tag-chip">{lamp.tag}</span>
        <div>
          <h2>{model.name}</h2>
          <span className="muted">
            {twin ? (
              <>
                <LinkOutlined aria-hidden /> pairs with <b>{twin.tag}</b>, moves together
              </>
            ) : (
              `${FACE_WORDS[lamp.face]}, on its own`
            )}
          </span>
        </div>
        {mayEdit && (
          <Tooltip title={lamp.locked ? 'Unlock, so that it can be moved (L)' : 'Lock it where it is (L)'}>
            <Button
              size="small"
              aria-label={lamp.locked ? 'Unlock' : 'Lock'}
              aria-pressed={lamp.locked}
              icon={lamp.locked ? <LockOutlined /> : <UnlockOutlined />}
              onClick={() => act({ kind: 'editLamps', lampIds: ids, changes: { locked: !lamp.locked } })}
            />
          </Tooltip>
        )}
        {twin && mayEdit && (
          <Tooltip title="Each then moves on its own">
            <Button size="small" onClick={() => act({ kind: 'editLamps', lampIds: ids, changes: { pairId: null } })}>
              Unpair
            </Button>
          </Tooltip>
        )}
      </header>
      <div className="form-row">
        <span>Model</span>
        <Select
          aria-label="Lamp model"
          disabled={!mayEdit || isSeveral}
          value={model.key}
          showSearch={{ optionFilterProp: 'label' }}
          options={sameKind.map((entry) => ({
            value: entry.model.key,
            label: `${entry.model.key}  ${entry.model.name}`,
          }))}
          onChange={(key) => {
            const chosen = shelf.find((entry) => entry.model.key === key);
            if (chosen) act({ kind: 'swapModel', lampIds: ids, model: chosen.model });
          }}
        />
      </div>
      {model.colours.length > 0 && <ColourRow lamp={lamp} model={model} ids={ids} />}
      {isSeveral && <JobRows lamp={lamp} />}
      <div className="form-row">
        <span>Mount</span>
        <div className="facts">
          {model.mounts.length > 1 ? (
            <Select
              aria-label="Mount"
              size="small"
              disabled={!mayEdit}
              value={lamp.mount}
              options={model.mounts.map((each) => ({ value: each.kind, label: MOUNTS[each.kind].name }))}
              onChange={(kind) => act({ kind: 'editLamps', lampIds: ids, changes: { mount: kind } })}
            />
          ) : (
            <span>{MOUNTS[mount.kind].name}</span>
          )}
          {slot && !lamp.pad && (
            <span>
              Slot <b className="mono">{inWords(say`${mm(slot.widthMm)} × ${mm(slot.heightMm)}`)}</b>
            </span>
          )}
          {!slot && !lamp.pad && mount.holes > 0 && (
            <span>
              Holes <b className="mono">{inWords(say`${mount.holes} × ${mm(mount.holeMm)}`)}</b>
            </span>
          )}
        </div>
      </div>
      <StandRow lamp={lamp} model={model} part={on} />
      <AimRow lamp={lamp} model={model} />
      <PadsSection holder={lamp} model={model} />
      <div className="tape-fields">
        <h3>Position, by tape</h3>
        <TapeField label="From front" axis="xMm" lamp={lamp} onCommit={move('xMm')} />
        <TapeField label="From centreline" axis="yMm" lamp={lamp} onCommit={move('yMm')} />
        <TapeField label="From ground" axis="zMm" lamp={lamp} onCommit={move('zMm')} />
      </div>
      <OtherEdges lamp={lamp} unit={preferences.length} />
      {!lamp.pad && <MountSection lamp={lamp} model={model} part={on} />}
      {newer && (
        <p className="state note">
          The shelf has a newer version of this model.
          {mayEdit && (
            <Button size="small" onClick={() => act({ kind: 'swapModel', lampIds: ids, model: newer.model })}>
              Take it
            </Button>
          )}
        </p>
      )}
    </section>
  );
}
