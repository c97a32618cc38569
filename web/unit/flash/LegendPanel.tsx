import { Button, Input, Popconfirm } from 'antd';
import dayjs from 'dayjs';
import { useMemo } from 'react';
import type { Id } from '../../../core/document/index.ts';
import { legendOf, legendPrint, mergeChoices } from '../../../core/flash/index.ts';
import { controlKindWords } from '../../../core/overview/index.ts';
import { useUnit } from '../useUnit.ts';

/** What every control does, made from the build; labels are changed here and nowhere else. */
export function LegendPanel() {
  const { id, build, mayEdit, act } = useUnit();
  const rows = useMemo(() => legendOf(build), [build]);
  const receivers = Object.values(build.elements).filter((element) => element.kind === 'receiver');
  const now = legendPrint(build);
  const rename = (controlId: Id, name: string) =>
    name.trim() !== '' &&
    name.trim() !== build.controls[controlId]!.name &&
    act({ kind: 'editControl', controlId, changes: { name: name.trim() } });
  return (
    <section className="legend-panel" aria-label="Legend">
      <table className="plain">
        <tbody>
          {rows.map(({ control, where, does, tags, spare }) => (
            <tr key={control.id}>
              <td>
                {control.kind === 'signal' || !mayEdit ? (
                  <b>{control.name}</b>
                ) : (
                  <Input
                    key={control.name}
                    size="small"
                    variant="borderless"
                    className="label-input"
                    aria-label={`Label of ${control.name}`}
                    maxLength={40}
                    defaultValue={control.name}
                    onBlur={(event) => rename(control.id, event.target.value)}
                    onPressEnter={(event) => event.currentTarget.blur()}
                  />
                )}
                <small className="muted">{where || controlKindWords(control.kind)}</small>
              </td>
              <td>
                {spare ? <span className="muted">not used</span> : does}
                {tags && <small className="muted">{tags}</small>}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <div className="way-actions">
        <Button href={`/api/units/${id}/card.pdf`} target="_blank">
          Print
        </Button>
        {mayEdit && (
          <Button disabled={build.legend?.print === now} onClick={() => act({ kind: 'hangLegend', print: now })}>
            {build.legend?.print === now
              ? `Hung ${dayjs(build.legend.at).format('D MMM')} by ${build.legend.by.split(' ')[0]}`
              : 'It hangs in the unit'}
          </Button>
        )}
      </div>
      {receivers.map((receiver) => {
        const spare = receiver.channels.filter(
          (channel) => rows.find((row) => row.control.id === channel)?.spare,
        ).length;
        const merges = mergeChoices(build, receiver.id);
        return (
          <section key={receiver.id} aria-label={receiver.name}>
            <h3>
              {receiver.name}{' '}
              <small className="muted">
                {receiver.channels.length} channels, {spare} spare
              </small>
            </h3>
            {spare === 0 && merges.length > 0 && (
              <>
                <p className="muted">A further function finds no channel here. To free one, two have to go together:</p>
                <ul className="merges">
                  {merges.map((merge) => (
                    <li key={`${merge.keep.id} ${merge.drop.id}`}>
                      <span>
                        <b>
                          {merge.drop.name} with {merge.keep.name}
                        </b>
                        <small className="muted">
                          No more {merge.lost}. {merge.currentA.toFixed(1)} A on one channel of{' '}
                          {merge.keep.ratingA ?? '?'} A.
                        </small>
                      </span>
                      {mayEdit &&
                        (merge.fits ? (
                          <Popconfirm
                            title={`Merge ${merge.drop.name} into ${merge.keep.name}?`}
                            okText="Merge"
                            onConfirm={() => act(...merge.operations)}
                          >
                            <Button size="small">Merge</Button>
                          </Popconfirm>
                        ) : (
                          <span className="state stop">⬢ too much</span>
                        ))}
                    </li>
                  ))}
                </ul>
              </>
            )}
          </section>
        );
      })}
    </section>
  );
}
