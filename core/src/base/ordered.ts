/**
 * How many items at the head of a list something holds for, by halving: it must hold for none after the first that it does
 * not hold for.
 * @returns the index of that first one; the length of the list where it holds for all.
 */
export function countWhile<T>(list: readonly T[], holds: (item: T) => boolean): number {
  let low = 0;
  let high = list.length;
  while (low < high) {
    const middle = (low + high) >> 1;
    if (holds(list[middle] as T)) low = middle + 1;
    else high = middle;
  }
  return low;
}
