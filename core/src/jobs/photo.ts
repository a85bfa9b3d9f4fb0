import { z } from 'zod';
import { textField } from '../fields/index.ts';

/** Pictures are stored in these forms; everything else is refused by its content. */
export const PHOTO_TYPES = ['image/jpeg', 'image/png', 'image/webp'] as const;
/** Largest picture that is kept, in bytes. */
export const LARGEST_PHOTO_BYTES = 3_000_000;
/** The browser scales pictures down so that neither side is longer, in px. */
export const LONGEST_PHOTO_PX = 1600;

/** A picture of a zone or of one of its pieces. */
export const PhotoSchema = z.object({
  id: z.uuid(),
  zoneId: z.uuid(),
  /** The piece it shows; null for the zone as a whole. */
  pieceId: z.uuid().nullable(),
  /** Question of the survey that it belongs to. */
  topic: z.string().max(40),
  caption: textField('caption', 200),
  type: z.enum(PHOTO_TYPES),
  widthPx: z.int().min(1).max(20_000),
  heightPx: z.int().min(1).max(20_000),
  takenAt: z.iso.datetime(),
});
export type Photo = z.infer<typeof PhotoSchema>;
