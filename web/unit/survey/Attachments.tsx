import { Checkbox, Select } from 'antd';
import { ATTACHMENT_NAMES, isPlow, templateById } from '../../../core/body/index.ts';
import { AttachmentKind } from '../../../core/document/index.ts';
import { useUnit } from '../useUnit.ts';

const TRAILERS = AttachmentKind.options.filter((kind) => !isPlow(kind));

const PLOWS = AttachmentKind.options.filter(isPlow);

/** A plow ahead or a trailer behind: drawn, moved and taken into account for what hides a lamp. */
export function Attachments() {
  const { build, body, mayEdit, act } = useUnit();
  const { group } = templateById(build.body.bodyId) ?? {};
  const takesPlow = group === 'truck' && build.body.bodyId !== 'gritter';
  const takesTrailer = group === 'truck' || group === 'van' || body.templateId === 'tractor';
  if (!takesPlow && !takesTrailer) return null;
  const { attachments } = build.body;
  const plow = attachments.find(isPlow) ?? null;
  const trailer = attachments.find((kind) => !isPlow(kind)) ?? null;
  const put = (kinds: (AttachmentKind | null)[]) =>
    act({ kind: 'setAttachments', attachments: kinds.filter((kind) => kind !== null) });
  return (
    <section>
      <h3>Hung on</h3>
      {takesPlow && (
        <div className="form-row">
          <span>Ahead</span>
          <div className="facts">
            {PLOWS.map((kind) => (
              <Checkbox
                key={kind}
                disabled={!mayEdit}
                checked={plow === kind}
                onChange={(event) => put([event.target.checked ? kind : null, trailer])}
              >
                {ATTACHMENT_NAMES[kind]}
              </Checkbox>
            ))}
          </div>
        </div>
      )}
      {takesTrailer && (
        <div className="form-row">
          <span>Behind</span>
          <Select
            aria-label="Trailer behind"
            disabled={!mayEdit}
            value={trailer ?? 'none'}
            options={[
              { value: 'none', label: 'nothing' },
              ...TRAILERS.map((kind) => ({ value: kind, label: ATTACHMENT_NAMES[kind] })),
            ]}
            onChange={(kind) => put([plow, kind === 'none' ? null : (kind as AttachmentKind)])}
          />
        </div>
      )}
    </section>
  );
}
