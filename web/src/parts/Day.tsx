import { toMinute } from '@upholder/core/shop';
import { upholder } from '../api/upholder.ts';
import { dayWords } from '../base/times.ts';

/** The day of an instant as the shop writes it: `Fri 4 Dec`. */
export function Day({ at }: { at: string }) {
  const { data: shop } = upholder.endpoints.shop.useQueryState();
  return <time dateTime={at}>{dayWords(toMinute(at), shop?.timeZone ?? 'UTC')}</time>;
}
