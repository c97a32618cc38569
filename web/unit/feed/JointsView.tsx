import { DownloadOutlined } from '@ant-design/icons';
import { useMemo } from 'react';
import { cutList, jointList } from '../../../core/harness/index.ts';
import { useUnit } from '../useUnit.ts';
import { FileLinks } from './FileLinks.tsx';

const FILES = [
  { href: 'joints.csv', words: 'CSV', Icon: DownloadOutlined },
  { href: 'pins.csv', words: 'Pin tables', Icon: DownloadOutlined },
  { href: 'fuses.csv', words: 'Fuse map', Icon: DownloadOutlined },
  { href: 'wiring.xlsx', words: 'Workbook', Icon: DownloadOutlined },
];

/** Every joint, lead by lead: what meets where, and how it is made. */
export function JointsView() {
  const { build } = useUnit();
  const joints = useMemo(() => jointList(build, cutList(build)), [build]);
  return (
    <section className="cut-list" aria-label="Joints" tabIndex={0}>
      <header>
        <b>{joints.length} joints</b>
        <span className="orders">Lead by lead: join from this list, not by colour.</span>
        <FileLinks files={FILES} />
      </header>
      {joints.length === 0 ? (
        <p className="empty">No wires yet: make a feed, and its joints are listed here.</p>
      ) : (
        <table>
          <thead>
            <tr>
              <th>Joint</th>
              <th>Feed</th>
              <th>At</th>
              <th>Leads that meet</th>
              <th>Made by</th>
              <th className="right">Strip</th>
              <th className="right">Shrink</th>
            </tr>
          </thead>
          <tbody>
            {joints.map((joint) => (
              <tr key={joint.tag}>
                <td>
                  <b>{joint.tag}</b>
                </td>
                <td>{joint.feed}</td>
                <td>{joint.at}</td>
                <td>
                  {joint.leads.map((lead) => (
                    <span key={lead} className="lead">
                      {lead}
                    </span>
                  ))}
                  {joint.note && <small className="state caution">▲ {joint.note}</small>}
                </td>
                <td>{joint.fitting}</td>
                <td className="right mono">{joint.stripMm || ''}</td>
                <td className="right mono">{joint.shrinkMm}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </section>
  );
}
