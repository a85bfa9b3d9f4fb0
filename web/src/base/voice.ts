import type { Outcome } from '@upholder/core/outcome';
import {
  type QuantityName,
  readQuantity,
  showBare,
  showQuantities,
  showQuantity,
  understood as understoodAs,
  unitOf,
} from '@upholder/core/units';
import { exactMoneyWords, moneyWords, PLAIN_VOICE, type Voice } from '@upholder/core/words';

let current = PLAIN_VOICE;

/** In which units and words this page speaks. It changes as a whole: whoever sets it draws everything again. */
export const voice = (): Voice => current;

/** Sets how this page speaks. True where that is not how it spoke before. */
export function setVoice(next: Voice): boolean {
  const isNew = JSON.stringify(next) !== JSON.stringify(current);
  if (isNew) current = next;
  return isNew;
}

/** A quantity with its unit, as this page speaks. @param value in the unit it is stored in. */
export const show = (name: QuantityName, value: number): string => showQuantity(name, value, current.units);

/** Several of a quantity with the unit once: `400 × 720 mm`. */
export const showAll = (name: QuantityName, values: readonly number[], between?: string): string =>
  showQuantities(name, values, current.units, between);

/** A quantity as a number alone, under a head or behind a label that names the unit. */
export const bare = (name: QuantityName, value: number): string => showBare(name, value, current.units);

/** The unit that heads and labels name. */
export const unit = (name: QuantityName): string => unitOf(name, current.units);

/** A label with the unit of what is typed: `Rail, mm`. */
export const labelled = (label: string, name: QuantityName): string => `${label}, ${unit(name)}`;

/** Reads a quantity as it is typed. @param stored what the field shows, which unchanged text is read as. */
export const read = (
  name: QuantityName,
  text: string,
  stored?: number | null,
  options?: Parameters<typeof readQuantity>[4],
): Outcome<number> => readQuantity(name, text, current.units, stored, options);

/** What a text in another unit was read as, behind `=`; empty where there is nothing to tell. */
export function understood(name: QuantityName, text: string): string {
  const said = understoodAs(name, text, current.units);
  return said && `= ${said}`;
}

/** Money without minor units. */
export const money = (minor: number): string => moneyWords(minor, current);

/** Money to the last minor unit. @param currency another one than the shop's, as an older quote may have. */
export const exactMoney = (minor: number, currency = current.currency): string =>
  exactMoneyWords(minor, { ...current, currency });
