import { createPortal } from 'react-dom';
import { upholder } from '../api/upholder.ts';

/** Prints go on the paper that the shop uses, with its name and the number of the page below. */
export function PaperSize() {
  const { data: shop } = upholder.useShopQuery();
  if (!shop) return null;
  // What would end the text of a rule has no place in a footer.
  const name = shop.name.replaceAll(/["\\\n]/g, ' ');
  return createPortal(
    <style>{`@page {
      size: ${shop.settings.region.paper === 'Letter' ? 'letter' : 'A4'};
      margin: 10mm 10mm 14mm;
      @bottom-left { content: "${name}"; font: 8pt sans-serif; }
      @bottom-right { content: counter(page) " / " counter(pages); font: 8pt sans-serif; }
    }`}</style>,
    document.head,
  );
}
