import { AimOutlined, EyeOutlined, InboxOutlined, PrinterOutlined, WarningOutlined } from '@ant-design/icons';
import { Segmented } from 'antd';
import { useEffect } from 'react';
import type { Body, Pose } from '../../../core/body/index.ts';
import type { LengthUnit } from '../../../core/units/index.ts';
import { isTyping } from '../../app/typing.ts';

export type Overlay = 'none' | 'zones' | 'sight' | 'holes';

/** What is laid over the sheet, and in which position each joint is shown. */
export function SheetViews({
  unitId,
  unit,
  body,
  pose,
  onPose,
  overlay,
  onOverlay,
  loaded,
  onLoaded,
}: {
  unitId: string;
  unit: LengthUnit;
  body: Body;
  pose: Pose;
  onPose(pose: Pose): void;
  overlay: Overlay;
  onOverlay(overlay: Overlay): void;
  loaded: boolean;
  onLoaded(loaded: boolean): void;
}) {
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (event.ctrlKey || event.metaKey) return;
      if (isTyping(event)) return;
      const wanted = { x: 'zones', v: 'sight', o: 'holes' }[event.key.toLowerCase()] as Overlay | undefined;
      if (wanted) onOverlay(overlay === wanted ? 'none' : wanted);
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [overlay, onOverlay]);
  const toggle = (wanted: Overlay) => () => onOverlay(overlay === wanted ? 'none' : wanted);
  return (
    <div className="sheet-views" role="toolbar" aria-label="What the sheet shows">
      <button type="button" aria-pressed={overlay === 'sight'} onClick={toggle('sight')}>
        <EyeOutlined aria-hidden /> Sight <span className="key">V</span>
      </button>
      <button type="button" aria-pressed={overlay === 'zones'} onClick={toggle('zones')}>
        <WarningOutlined aria-hidden /> Zones <span className="key">X</span>
      </button>
      <button type="button" aria-pressed={overlay === 'holes'} onClick={toggle('holes')}>
        <AimOutlined aria-hidden /> Holes <span className="key">O</span>
      </button>
      {overlay === 'sight' && body.zones.some((zone) => zone.kind === 'load') && (
        <button type="button" aria-pressed={loaded} onClick={() => onLoaded(!loaded)}>
          <InboxOutlined aria-hidden /> Loaded
        </button>
      )}
      <span className="prints">
        <a href={`/api/units/${unitId}/tape.pdf?unit=${unit}`} target="_blank" rel="noreferrer">
          <PrinterOutlined aria-hidden /> Tape sheet
        </a>
        <a href={`/api/units/${unitId}/templates/all.pdf`} target="_blank" rel="noreferrer">
          <PrinterOutlined aria-hidden /> Templates
        </a>
      </span>
      {body.joints.map((joint) => (
        <span key={joint.id} className="joint">
          <span>{joint.name}</span>
          <Segmented
            size="small"
            aria-label={joint.name}
            value={pose[joint.id] ?? 0}
            options={joint.positions.map(({ name, at }) => ({ label: name, value: at }))}
            onChange={(at) => onPose({ ...pose, [joint.id]: at as number })}
          />
        </span>
      ))}
    </div>
  );
}
