interface Tagged {
  id: string;
  tag: string;
}

/** Two tags are the same when they differ only in case or surrounding space. */
export function sameTag(a: string, b: string): boolean {
  return a.trim().toLowerCase() === b.trim().toLowerCase();
}

/** The piece that already carries this tag, if any other than `ownId` does. */
export function tagTakenBy<T extends Tagged>(
  pieces: readonly T[],
  tag: string,
  ownId?: string,
): T | undefined {
  return pieces.find((piece) => piece.id !== ownId && sameTag(piece.tag, tag));
}

/**
 * Proposes the tag after `tag`, counting up its last number and skipping tags in use: `D7` → `D8`, `N3-B` → `N4-B`.
 * A tag without a number gets one.
 */
export function nextTag(tag: string, taken: readonly string[] | ReadonlySet<string>): string {
  // A set holds tags in lower case already: counting up thousands of them stays quick.
  const used = Array.isArray(taken)
    ? new Set(taken.map((other: string) => other.trim().toLowerCase()))
    : (taken as ReadonlySet<string>);
  const match = /^(.*?)(\d+)(\D*)$/.exec(tag.trim());
  const [head, digits, tail] = match
    ? [match[1] ?? '', match[2] ?? '0', match[3] ?? '']
    : [tag.trim(), '1', ''];
  for (let number = Number(digits) + 1; ; number += 1) {
    const candidate = `${head}${String(number).padStart(digits.length, '0')}${tail}`;
    if (!used.has(candidate.toLowerCase())) return candidate;
  }
}

/**
 * A letter for each zone of a job, so that first tags say where a piece belongs: the first letter of its name that no zone
 * before it has, else the next free one.
 */
export function zoneLetters(names: readonly string[]): string[] {
  const used = new Set<string>();
  return names.map((name) => {
    const own = [...name.toUpperCase().normalize('NFD')].filter((letter) => /[A-Z]/.test(letter));
    const letter = [...own, ...'ABCDEFGHIJKLMNOPQRSTUVWXYZ'].find((candidate) => !used.has(candidate)) ?? 'Z';
    used.add(letter);
    return letter;
  });
}

/** The tag before the first one of a zone: `nextTag` makes `U01` of it. */
export function tagStart(zones: readonly { id: string; name: string }[], zoneId: string): string {
  const letters = zoneLetters(zones.map(({ name }) => name));
  return `${letters[zones.findIndex(({ id }) => id === zoneId)] ?? 'P'}00`;
}

/** So many tags in a row stand as a range; fewer are shorter one by one. */
const SHORTEST_RANGE = 3;
const NATURAL = new Intl.Collator('en', { numeric: true, sensitivity: 'base' });

/** Whether a tag is the one right after another: the same but for its last number, which is one more. */
function follows(tag: string, before: string): boolean {
  const [now, last] = [tag, before].map((one) => /^(.*?)(\d+)$/.exec(one));
  if (!now || !last || now[1] !== last[1]) return false;
  const [digits = '', lastDigits = ''] = [now[2], last[2]];
  return digits === String(Number(lastDigits) + 1).padStart(lastDigits.length, '0');
}

/**
 * Tags as somebody picks the pieces up by them, in natural order, three or more in a row as a range: `U01–U07, U09`.
 * @param tags in any order; each is named once.
 */
export function tagRanges(tags: readonly string[]): string {
  const runs: string[][] = [];
  for (const tag of [...new Set(tags)].sort(NATURAL.compare)) {
    const run = runs.at(-1);
    const last = run?.at(-1);
    if (run && last !== undefined && follows(tag, last)) run.push(tag);
    else runs.push([tag]);
  }
  return runs.flatMap((run) => (run.length < SHORTEST_RANGE ? run : [`${run[0]}–${run.at(-1)}`])).join(', ');
}

/** The tags of some of the pieces of a job, as {@link tagRanges}. */
export function tagsOf(pieces: readonly Tagged[], ids: readonly string[]): string {
  const wanted = new Set(ids);
  return tagRanges(pieces.filter(({ id }) => wanted.has(id)).map(({ tag }) => tag));
}
