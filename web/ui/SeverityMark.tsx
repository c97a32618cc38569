import { ExclamationCircleOutlined, InfoCircleOutlined, WarningOutlined } from '@ant-design/icons';
import type { Severity } from '../../core/rules/index.ts';

const WORDS: Record<Severity, string> = { stop: 'Stop', caution: 'Caution', note: 'Note' };
const ICONS: Record<Severity, typeof WarningOutlined> = {
  stop: ExclamationCircleOutlined,
  caution: WarningOutlined,
  note: InfoCircleOutlined,
};

/** Severity as icon, word and colour; with a count, "2 stops". */
export function SeverityMark({ severity, count }: { severity: Severity; count?: number }) {
  const Icon = ICONS[severity];
  const words =
    count === undefined ? WORDS[severity] : `${count} ${WORDS[severity].toLowerCase()}${count === 1 ? '' : 's'}`;
  return (
    <span className={`state ${severity}`}>
      <Icon aria-hidden /> {words}
    </span>
  );
}
