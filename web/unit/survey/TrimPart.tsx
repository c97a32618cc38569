import { DeleteOutlined, PlusOutlined } from '@ant-design/icons';
import { Button } from 'antd';
import type { Trim } from '../../../core/document/index.ts';
import { newId } from '../../app/ids.ts';
import { CommittedNumber } from '../../ui/CommittedNumber.tsx';
import { TextField } from '../../ui/TextField.tsx';
import { useUnit } from '../useUnit.ts';

/** Trim that comes off, what holds it, and how many: what has to be on hand to put it back. */
export function TrimPart() {
  const { build, mayEdit, act } = useUnit();
  const put = (trim: Trim) => act({ kind: 'recordTrim', trim });
  return (
    <section className="survey-part" aria-label="Trim">
      {Object.values(build.trim).map((trim) => (
        <article key={trim.id} className="trim-line">
          <TextField
            label="Trim"
            value={trim.name}
            disabled={!mayEdit}
            onCommit={(name) => name.length > 1 && put({ ...trim, name })}
          />
          <CommittedNumber
            aria-label={`${trim.name}, how many fasteners`}
            precision={0}
            min={1}
            max={200}
            disabled={!mayEdit}
            value={trim.count}
            onCommit={(count) => count && put({ ...trim, count })}
          />
          <TextField
            label={`${trim.name}, fasteners`}
            value={trim.fasteners}
            disabled={!mayEdit}
            onCommit={(fasteners) => fasteners && put({ ...trim, fasteners })}
          />
          {mayEdit && (
            <Button
              type="text"
              aria-label={`Take out ${trim.name}`}
              icon={<DeleteOutlined />}
              onClick={() => act({ kind: 'removeSurveyItem', from: 'trim', itemId: trim.id })}
            />
          )}
          <TextField
            label={`${trim.name}, note`}
            placeholder="note"
            value={trim.note}
            disabled={!mayEdit}
            onCommit={(note) => put({ ...trim, note })}
          />
        </article>
      ))}
      {Object.keys(build.trim).length === 0 && <p className="muted">What has to come off, and with what it is held.</p>}
      {mayEdit && (
        <Button
          icon={<PlusOutlined />}
          onClick={() => put({ id: newId(), name: 'Kick panel', fasteners: 'push clips', count: 4, note: '' })}
        >
          Trim
        </Button>
      )}
    </section>
  );
}
