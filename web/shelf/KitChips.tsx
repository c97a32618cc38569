import type { LampModel } from '../../core/document/index.ts';

/** What is in a model's box, and what is sold apart from it. */
export function KitChips({ model }: { model: LampModel }) {
  return (
    <>
      {model.kitContents.map((item) => (
        <span key={item} className="chip">
          {item}
        </span>
      ))}
      {model.soldApart.map((item) => (
        <span key={item.partKey} className="chip apart">
          {item.name} apart
        </span>
      ))}
    </>
  );
}
