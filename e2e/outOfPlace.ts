/**
 * What is out of place on the page as it stands: wider than the screen, text that lies over other text or is cut off, and
 * things to tap that are too small. Runs in the page, so it uses nothing from outside itself.
 * @param leastPx how large what is tapped must be at least; 0 where that does not matter.
 */
export function outOfPlace(leastPx: number): string[] {
  const found: string[] = [];
  const { scrollWidth } = document.documentElement;
  if (scrollWidth > innerWidth) found.push(`wider than the screen: ${scrollWidth}`);

  const parents = (element: Element): Element[] => {
    const all: Element[] = [];
    for (let one: Element | null = element; one && one !== document.body; one = one.parentElement)
      all.push(one);
    return all;
  };
  const isHidden = (element: Element): boolean =>
    parents(element).some((one) => {
      const { display, visibility, opacity } = getComputedStyle(one);
      const isClosed = one.tagName === 'DETAILS' && !(one as HTMLDetailsElement).open;
      return (
        display === 'none' ||
        visibility === 'hidden' ||
        opacity === '0' ||
        one.classList.contains('sr-only') ||
        /^(SELECT|OPTION|svg|CANVAS)$/.test(one.tagName) ||
        (isClosed && !element.closest('summary'))
      );
    });
  const scrolls = (element: Element): boolean =>
    parents(element).some(
      (one) => /auto|scroll/.test(getComputedStyle(one).overflowX) && one.scrollWidth > one.clientWidth,
    );
  /** What of an element can be seen: inside all that cuts off. */
  const seenPart = (element: Element) => {
    const box = { left: -1e9, right: 1e9, top: -1e9, bottom: 1e9 };
    for (const one of parents(element)) {
      const style = getComputedStyle(one);
      if (!/auto|scroll|hidden|clip/.test(style.overflowX + style.overflowY)) continue;
      const { left, right, top, bottom } = one.getBoundingClientRect();
      box.left = Math.max(box.left, left);
      box.right = Math.min(box.right, right);
      box.top = Math.max(box.top, top);
      box.bottom = Math.min(box.bottom, bottom);
    }
    return box;
  };

  const texts: { rect: DOMRect; text: string; element: Element }[] = [];
  const walker = document.createTreeWalker(
    document.querySelector('main') ?? document.body,
    NodeFilter.SHOW_TEXT,
  );
  for (let node = walker.nextNode(); node; node = walker.nextNode()) {
    const text = node.textContent?.trim() ?? '';
    const element = node.parentElement;
    if (text === '' || !element || isHidden(element)) continue;
    const range = document.createRange();
    range.selectNodeContents(node);
    const seen = seenPart(element);
    for (const rect of range.getClientRects()) {
      if (rect.width < 2 || rect.height < 2) continue;
      if (rect.right <= seen.left || rect.left >= seen.right) continue;
      if (rect.bottom <= seen.top || rect.top >= seen.bottom) continue;
      const isCut = rect.right > seen.right + 2 && getComputedStyle(element).textOverflow !== 'ellipsis';
      if (isCut && !scrolls(element)) found.push(`cut off: ${text.slice(0, 50)}`);
      texts.push({ rect, text, element });
    }
  }
  texts.forEach((a, index) => {
    for (const b of texts.slice(index + 1)) {
      if (a.element.contains(b.element) || b.element.contains(a.element)) continue;
      const wide = Math.min(a.rect.right, b.rect.right) - Math.max(a.rect.left, b.rect.left);
      const high = Math.min(a.rect.bottom, b.rect.bottom) - Math.max(a.rect.top, b.rect.top);
      if (wide > 3 && high > 0.35 * Math.min(a.rect.height, b.rect.height))
        found.push(`over each other: ${a.text.slice(0, 30)} | ${b.text.slice(0, 30)}`);
    }
  });

  if (leastPx > 0)
    for (const element of document.querySelectorAll(
      'button, a[href], select, input, summary, [role=button]',
    )) {
      const { width, height } = element.getBoundingClientRect();
      if (width < 1 || isHidden(element.tagName === 'SELECT' ? (element.parentElement ?? element) : element))
        continue;
      // A link within a line of text is read, not aimed at; a box with its label is as large as the label.
      const isInLine = element.tagName === 'A' && getComputedStyle(element).display === 'inline';
      const label = element.closest('label')?.getBoundingClientRect();
      const size = Math.max(height, label?.height ?? 0);
      if (!isInLine && (size < leastPx - 0.5 || Math.max(width, label?.width ?? 0) < leastPx - 0.5))
        found.push(
          `too small to tap: ${element.getAttribute('aria-label') ?? element.textContent?.trim().slice(0, 30)} ${Math.round(width)} × ${Math.round(height)}`,
        );
    }
  return [...new Set(found)].slice(0, 8);
}
