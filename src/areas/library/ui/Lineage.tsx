import { Box, Tree, getTreeExpandedState, type TreeNodeData, useTree } from '@mantine/core';
import { useMemo } from 'react';
import type { ProfilePage } from '../model/pages.ts';

/** From the furthest parent down to this profile and what starts from it, as a tree that the arrow keys walk. */
export function Lineage({ page }: { readonly page: ProfilePage }) {
  const data = useMemo(() => lineageOf(page), [page]);
  const tree = useTree({ initialExpandedState: getTreeExpandedState(data, '*') });
  const revisionOf = new Map<string, number>([
    ...page.parents.map((p) => [p.id, p.revision] as const),
    [page.id, page.head.number],
  ]);
  return (
    <Tree
      data={data}
      tree={tree}
      levelOffset={12}
      aria-label="Lineage"
      renderNode={({ node, elementProps }) => (
        <Box {...elementProps} fz={12} lh="26px">
          {node.value === page.id ? <b>{node.label}</b> : <a href={`/library/${node.value}`}>{node.label}</a>}{' '}
          {revisionOf.has(node.value) && <span className="f dim">r{revisionOf.get(node.value)}</span>}
        </Box>
      )}
    />
  );
}

function lineageOf(page: ProfilePage): TreeNodeData[] {
  let node: TreeNodeData = {
    value: page.id,
    label: page.name,
    children: page.children.map((c) => ({ value: c.id, label: c.name })),
  };
  for (const parent of page.parents) node = { value: parent.id, label: parent.name, children: [node] };
  return [node];
}
