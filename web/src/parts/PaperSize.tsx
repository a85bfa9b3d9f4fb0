import type { ShopContext } from '@upholder/core/api';
import { localDate } from '@upholder/core/shop';
import { createPortal } from 'react-dom';
import { upholder } from '../api/upholder.ts';
import { dateWords } from '../base/times.ts';
import { useNowMinute } from '../base/useNow.ts';

const sizeOf = ({ settings }: Pick<ShopContext, 'settings'>) =>
  settings.region.paper === 'Letter' ? 'letter' : 'A4';

/** Prints go on the paper that the shop uses, with its name, the day and the number of the page below. */
export function PaperSize() {
  const { data: shop } = upholder.useShopQuery();
  const now = useNowMinute();
  if (!shop) return null;
  // What would end the text of a rule has no place in a footer.
  const name = shop.name.replaceAll(/["\\\n]/g, ' ');
  return createPortal(
    <style>{`@page {
      size: ${sizeOf(shop)};
      margin: 10mm 10mm 14mm;
      @bottom-left { content: "${name}"; font: 8pt sans-serif; }
      @bottom-center { content: "${dateWords(localDate(now, shop.timeZone), true)}"; font: 8pt sans-serif; }
      @bottom-right { content: counter(page) " / " counter(pages); font: 8pt sans-serif; }
    }`}</style>,
    document.head,
  );
}

/** Lays the paper on its side for as long as it is on the screen. */
export function WidePaper() {
  const { data: shop } = upholder.useShopQuery();
  if (!shop) return null;
  // Behind the other one in the head, so that its word counts.
  return createPortal(<style>{`@page { size: ${sizeOf(shop)} landscape; }`}</style>, document.head);
}
