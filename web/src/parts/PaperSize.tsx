import { upholder } from '../api/upholder.ts';

/** Prints go on the paper that the shop uses. */
export function PaperSize() {
  const { data: shop } = upholder.useShopQuery();
  return shop ? (
    <style>{`@page { size: ${shop.settings.region.paper === 'Letter' ? 'letter' : 'A4'}; }`}</style>
  ) : null;
}
