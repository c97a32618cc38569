import type { DownloadOutlined } from '@ant-design/icons';
import { useUnit } from '../useUnit.ts';

export interface FileLink {
  /** Below the unit's address. */
  href: string;
  words: string;
  Icon: typeof DownloadOutlined;
}

/** Files of the unit that go to the bench or the counter. */
export function FileLinks({ files }: { files: readonly FileLink[] }) {
  const { id } = useUnit();
  return (
    <span className="files">
      {files.map(({ href, words, Icon }) => (
        <a key={href} href={`/api/units/${id}/${href}`}>
          <Icon aria-hidden /> {words}
        </a>
      ))}
    </span>
  );
}
