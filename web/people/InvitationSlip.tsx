import { CloseOutlined, CopyOutlined } from '@ant-design/icons';
import { App, Button } from 'antd';
import dayjs from 'dayjs';
import type { Invitation } from '../../core/contract/index.ts';
import { addressOfCode } from '../app/codeInAddress.ts';

/** The code as it is handed over: it is shown this once. */
export function InvitationSlip({
  invitation,
  name,
  onClose,
}: {
  invitation: Invitation;
  name: string;
  onClose(): void;
}) {
  const { message } = App.useApp();
  const address = addressOfCode(invitation.code);
  const copy = async () => {
    try {
      await navigator.clipboard.writeText(address);
      void message.success('Copied.');
    } catch {
      void message.info('This browser does not let it be copied: write the code down.');
    }
  };
  return (
    <section className="invitation-slip" aria-label={`Code for ${name}`}>
      <div>
        <span className="muted">
          Code for {name}, once, until {dayjs(invitation.until).format('ddd D MMM HH:mm')}
        </span>
        <b className="mono">{invitation.code}</b>
        <span className="muted">
          At the door: “I have a code”, or by <span className="mono">{address}</span>
        </span>
      </div>
      <Button icon={<CopyOutlined />} onClick={copy}>
        Copy the link
      </Button>
      <Button type="text" aria-label="Put the code away" icon={<CloseOutlined />} onClick={onClose} />
    </section>
  );
}
