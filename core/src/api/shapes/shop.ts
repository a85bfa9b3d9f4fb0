import { z } from 'zod';

export const ShopNameSchema = z
  .string({ error: 'Give the shop a name.' })
  .trim()
  .min(1, 'Give the shop a name.')
  .max(120, 'A shop name has at most 120 characters.');

/** A time zone of the IANA database. */
export const TimeZoneSchema = z.string().refine((zone) => {
  try {
    return Boolean(new Intl.DateTimeFormat('en', { timeZone: zone }));
  } catch {
    return false;
  }
}, 'This is no time zone of the IANA list, such as Europe/London.');
