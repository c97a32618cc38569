import { Form, Select } from 'antd';
import { MountKind } from '../../core/document/index.ts';
import { MOUNTS } from '../../core/place/index.ts';
import { LengthField } from '../ui/LengthField.tsx';
import { Amount } from './Amount.tsx';

const OPTIONS = MountKind.options.map((kind) => ({ value: kind, label: MOUNTS[kind].name }));

/** How something is held: by what, with how many holes of which size, what its bolt goes through. */
export function MountFields() {
  return (
    <div className="four">
      <Form.Item label="Held by" name={['mount', 'kind']}>
        <Select aria-label="Held by" options={OPTIONS} />
      </Form.Item>
      <Form.Item label="Holes" name={['mount', 'holes']}>
        <Amount label="Holes" />
      </Form.Item>
      <Form.Item label="of" name={['mount', 'holeMm']}>
        <LengthField label="Diameter of a hole" isFine />
      </Form.Item>
      <Form.Item label="Its foot" name="footMm">
        <LengthField label="Thickness of its foot" placeholder="not measured" isFine />
      </Form.Item>
    </div>
  );
}
