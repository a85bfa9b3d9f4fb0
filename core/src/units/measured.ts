import { encodeQuantity } from '../said/index.ts';
import type { QuantityName } from './show.ts';

/**
 * A quantity inside a sentence, to be shown in the units of whoever reads it. Several are shown with their unit once, as a
 * size: `400 × 720 mm`.
 * @param values in the unit that the quantity is stored in.
 */
export function measured(name: QuantityName, ...values: number[]): string {
  return encodeQuantity(name, ...values);
}
