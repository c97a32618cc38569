import { Button, Input, Popconfirm, Switch } from 'antd';
import { type Bay, fitsBay } from '../../../core/shop/index.ts';
import { useApp } from '../../app/store.ts';
import type { ShopUse } from '../../app/useShop.ts';
import { LengthInput } from '../../ui/LengthInput.tsx';

export function BayRow({ bay, shop }: { bay: Bay; shop: ShopUse }) {
  const { act, data } = shop;
  const put = (changes: Partial<Bay>) => act({ kind: 'putBay', bay: { ...bay, ...changes } });
  const unit = useApp((state) => state.preferences.length);
  const open = data.units.filter((unit) => unit.steps.some((step) => step.done === null));
  const tooBig = open.filter((unit) => !fitsBay(unit, bay)).map((unit) => unit.tag);
  return (
    <article className="bay-fields" aria-label={bay.name}>
      <Input
        key={bay.name}
        aria-label="Name of the bay"
        defaultValue={bay.name}
        maxLength={20}
        onBlur={(event) => {
          const name = event.target.value.trim();
          if (name && name !== bay.name) void put({ name });
        }}
      />
      <span className="field">
        long
        <LengthInput
          unit={unit}
          label={`Length of ${bay.name}`}
          valueMm={bay.lengthMm}
          onCommit={(lengthMm) => put({ lengthMm: Math.round(lengthMm) })}
        />
      </span>
      <span className="field">
        wide
        <LengthInput
          unit={unit}
          label={`Width of ${bay.name}`}
          valueMm={bay.widthMm}
          onCommit={(widthMm) => put({ widthMm: Math.round(widthMm) })}
        />
      </span>
      <span className="field">
        <Switch
          size="small"
          aria-label={`${bay.name} has a roof`}
          checked={bay.heightMm !== null}
          onChange={(roofed) => put({ heightMm: roofed ? 4500 : null })}
        />
        {bay.heightMm === null ? 'under the sky' : 'high'}
        {bay.heightMm !== null && (
          <LengthInput
            unit={unit}
            label={`Height of ${bay.name}`}
            valueMm={bay.heightMm}
            onCommit={(heightMm) => put({ heightMm: Math.round(heightMm) })}
          />
        )}
      </span>
      <span className="muted">
        {tooBig.length === 0 ? 'every unit on the board fits' : `too small for ${tooBig.join(', ')}`}
      </span>
      <Popconfirm
        title={`Take ${bay.name} out?`}
        okText="Take out"
        cancelText="Keep"
        onConfirm={() => act({ kind: 'dropBay', bayId: bay.id })}
      >
        <Button type="text">Take out</Button>
      </Popconfirm>
    </article>
  );
}
