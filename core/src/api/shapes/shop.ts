import { z } from 'zod';
import { nameField } from '../../fields/index.ts';
import { said } from '../../said/index.ts';

export const ShopNameSchema = nameField('shop-name', 120);

/** A time zone of the IANA database. */
export const TimeZoneSchema = z.string().refine((zone) => {
  try {
    return Boolean(new Intl.DateTimeFormat('en', { timeZone: zone }));
  } catch {
    return false;
  }
}, said('call.this-is-no-time-zone-of'));
