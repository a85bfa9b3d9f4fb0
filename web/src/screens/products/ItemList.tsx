/** A shelf as a list of what stands on it, in groups; one thing is open. */
export function ItemList<T extends { id: string; name: string }>({
  label,
  groups,
  openId,
  onOpen,
}: {
  label: string;
  groups: readonly { name: string; items: readonly T[] }[];
  openId: string | undefined;
  /** Has to show the other thing before anybody can write in what was open before. */
  onOpen(id: string): void;
}) {
  return (
    <nav aria-label={label} className="bg-sheet py-3 max-md:max-h-72 max-md:overflow-auto">
      {groups
        .filter(({ items }) => items.length > 0)
        .map(({ name, items }) => (
          <section key={name} className="mb-3">
            <h2 className="px-4 py-1 text-note text-quiet">{name}</h2>
            {items.map((item) => (
              <button
                key={item.id}
                type="button"
                aria-current={item.id === openId}
                onClick={() => onOpen(item.id)}
                className={`press-h-8 block w-full px-4 py-1.5 text-left leading-snug ${item.id === openId ? 'bg-act-wash font-semibold' : 'hover:bg-raised'}`}
              >
                {item.name}
              </button>
            ))}
          </section>
        ))}
    </nav>
  );
}
