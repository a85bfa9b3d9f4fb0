import type { WorkBlock } from '@upholder/core/planning';

/** The pieces of a block, each once. */
export const piecesOf = ({ ops }: WorkBlock): string[] => [
  ...new Set(ops.flatMap(({ pieceIds }) => pieceIds)),
];

/** What is done in a block; where a gun goes from one coat to another, both. */
export function blockName({ ops }: WorkBlock): string {
  return [...new Set(ops.map(({ name }) => name))].join(', ');
}

/** Its load by name, or how many there are. */
export function blockLoads({ ops }: WorkBlock, labels: ReadonlyMap<string, string>): string {
  const loads = [...new Set(ops.map(({ loadId }) => loadId))];
  return loads.length === 1 ? (labels.get(loads[0] ?? '') ?? '') : `${loads.length} loads:`;
}
