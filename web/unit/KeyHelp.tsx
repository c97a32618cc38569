import { Modal } from 'antd';
import { KEY_LINES } from './useUnitKeys.ts';

export function KeyHelp({ open, onClose }: { open: boolean; onClose(): void }) {
  return (
    <Modal open={open} onCancel={onClose} footer={null} title="Keys" width={480}>
      <dl className="key-help">
        {KEY_LINES.map((line) => (
          <div key={line.words}>
            <dt>
              {line.keys.map((key) => (
                <span key={key} className="key">
                  {key}
                </span>
              ))}
            </dt>
            <dd>{line.words}</dd>
          </div>
        ))}
      </dl>
    </Modal>
  );
}
