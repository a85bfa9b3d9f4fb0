import { type ReactNode, useEffect, useRef, useState } from 'react';

interface Props {
  /** What stands in the box, as a screen reader says it. */
  label: string;
  className?: string;
  children: ReactNode;
}

/**
 * A table that may be wider than its place: it scrolls sideways within itself, by keyboard as well, and is a
 * stop of the Tab key only while there is something to scroll to.
 */
export function SideScroll({ label, className = '', children }: Props) {
  const box = useRef<HTMLElement>(null);
  const [isWider, setWider] = useState(false);

  useEffect(() => {
    const element = box.current;
    if (!element) return;
    const watch = new ResizeObserver(() => setWider(element.scrollWidth > element.clientWidth));
    watch.observe(element);
    if (element.firstElementChild) watch.observe(element.firstElementChild);
    return () => watch.disconnect();
  }, []);

  return (
    <section
      ref={box}
      aria-label={label}
      tabIndex={isWider ? 0 : undefined}
      className={`overflow-x-auto ${className}`}
    >
      {children}
    </section>
  );
}
