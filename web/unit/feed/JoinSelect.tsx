import { Select } from 'antd';
import type { Build, Id, RouteNode } from '../../../core/document/index.ts';
import type { Bundle } from '../../../core/harness/index.ts';
import { newId } from '../../app/ids.ts';
import { useUnit } from '../useUnit.ts';

/** A new section from this point to another one that it is not joined to yet. */
export function JoinSelect({
  build,
  bundles,
  node,
  disabled,
}: {
  build: Build;
  bundles: readonly Bundle[];
  node: RouteNode;
  disabled: boolean;
}) {
  const { act } = useUnit();
  const joined = new Set<Id>(
    bundles.flatMap(({ a, b }) => (a.id === node.id ? [b.id] : b.id === node.id ? [a.id] : [])),
  );
  const others = Object.values(build.routeNodes).filter((other) => other.id !== node.id && !joined.has(other.id));
  return (
    <Select
      aria-label="Point to join it to"
      disabled={disabled || others.length === 0}
      value={null}
      placeholder={`${joined.size} ${joined.size === 1 ? 'point' : 'points'}; join another`}
      onChange={(id: Id) =>
        act({ kind: 'putRoute', nodes: [], links: [{ id: newId(), a: node.id, b: id }], dropLinks: [] })
      }
      options={others.map((other) => ({ value: other.id, label: other.name || 'point' }))}
    />
  );
}
