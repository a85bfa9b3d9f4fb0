/** A block of work in the chart, in pixels. */
interface DrawnBlock {
  key: string;
  /** What is done. */
  name: string;
  /** Blocks of one lane lie beside each other. */
  lane: number;
  left: number;
  right: number;
}

/** What stands at a block: on it, across it and its like, or in the free room to its right. */
export interface BlockLabel {
  text: string;
  place: 'on' | 'across' | 'beside';
  /** How far it may reach. */
  px: number;
}

/** A name is worth reading from this width on. */
const READABLE_PX = 30;
/** Blocks this close are one stretch to the eye. */
const TOUCHING_PX = 3;
/** Room that a name beside its block needs, and takes at most. */
const BESIDE_PX = 44;
const BESIDE_MOST_PX = 130;

/** Blocks of a lane that touch and are too narrow to be named one by one. */
function runsOf(lane: readonly DrawnBlock[]): DrawnBlock[][] {
  const runs: DrawnBlock[][] = [];
  for (const block of lane) {
    const run = runs.at(-1);
    const before = run?.at(-1);
    const isNarrow = block.right - block.left < READABLE_PX;
    const goesOn =
      before &&
      isNarrow &&
      before.right - before.left < READABLE_PX &&
      block.left - before.right <= TOUCHING_PX;
    if (run && goesOn) run.push(block);
    else runs.push([block]);
  }
  return runs;
}

/** Words for a run of narrow blocks: what they are where they are alike, else how many. */
function wordsOf(run: readonly DrawnBlock[]): string {
  const names = new Set(run.map(({ name }) => name));
  const [first = ''] = names;
  if (names.size === 1) return run.length === 1 ? first : `${run.length} × ${first}`;
  return `${run.length} tasks`;
}

/**
 * What stands at each block of a row, so that none is a mute sliver: its name where it has the width, the name or the number
 * of its neighbours across all that touch, or the name in the free room to the right.
 * @returns by the key of the block that carries the label.
 */
export function blockLabels(blocks: readonly DrawnBlock[]): Map<string, BlockLabel> {
  const labels = new Map<string, BlockLabel>();
  const lanes = new Map<number, DrawnBlock[]>();
  for (const block of blocks) lanes.set(block.lane, [...(lanes.get(block.lane) ?? []), block]);
  for (const lane of lanes.values()) {
    const runs = runsOf(lane.toSorted((a, b) => a.left - b.left));
    runs.forEach((run, index) => {
      const [first] = run;
      const last = run.at(-1);
      if (!first || !last) return;
      const long = last.right - first.left;
      const text = wordsOf(run);
      const free = (runs[index + 1]?.[0]?.left ?? Number.POSITIVE_INFINITY) - last.right;
      if (run.length === 1 && long >= READABLE_PX) labels.set(first.key, { text, place: 'on', px: long });
      else if (free >= BESIDE_PX)
        labels.set(last.key, { text, place: 'beside', px: Math.min(BESIDE_MOST_PX, free - TOUCHING_PX) });
      else if (long >= READABLE_PX) labels.set(first.key, { text, place: 'across', px: long });
    });
  }
  return labels;
}
