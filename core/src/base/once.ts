/** The same answer for the same question, worked out once for as long as the question is there; nobody changes either. */
export function once<Key extends object, Value>(work: (key: Key) => Value): (key: Key) => Value {
  const known = new WeakMap<Key, Value>();
  return (key) => {
    const before = known.get(key);
    if (before !== undefined) return before;
    const value = work(key);
    known.set(key, value);
    return value;
  };
}
