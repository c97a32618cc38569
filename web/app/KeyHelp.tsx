import { Modal } from 'antd';
import './keyHelp.css';

export interface KeyLine {
  keys: string[];
  words: string;
}

/** What the keys of a place do. */
export function KeyHelp({ lines, open, onClose }: { lines: readonly KeyLine[]; open: boolean; onClose(): void }) {
  return (
    <Modal open={open} onCancel={onClose} footer={null} title="Keys" width={480}>
      <dl className="key-help">
        {lines.map((line) => (
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
