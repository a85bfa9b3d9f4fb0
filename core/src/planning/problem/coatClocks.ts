import { type Climate, type FilmClocks, filmClocks } from '../../drying/index.ts';
import { type LogEntry, stepAsLogged } from '../../jobs/index.ts';
import type { ShopSettings } from '../../shop/index.ts';
import type { Step } from '../../systems/index.ts';
import type { ShopForPlanning } from './input.ts';

/** Clocks of a coat from what is known: the logged climate and film where there are any, else what is expected. */
export function clocksOfCoat(
  step: Step,
  sheets: ShopForPlanning['sheets'],
  settings: ShopSettings,
  expected: Climate,
  entry?: LogEntry,
): FilmClocks | null {
  const done = stepAsLogged(step, entry);
  const sheet = sheets[entry?.coat?.productKey ?? done.productKey ?? ''];
  if (!sheet) return null;
  const climate = entry?.coat?.climate ?? expected;
  const wft = entry?.coat?.wftUm ?? done.wftUm ?? sheet.wftTypUm;
  return filmClocks(sheet, climate, wft, { mayShorten: settings.mayShortenClocks });
}
