import type { JobDetail, ShopContext } from '@upholder/core/api';
import { coatAmounts } from '@upholder/core/mixing';
import type { PlannedOp } from '@upholder/core/planning';
import { withTool } from '@upholder/core/systems';
import { show } from '../../base/voice.ts';

/** What has to be mixed for tasks that apply a film, product by product; empty for all others. */
export function mixWords(
  ops: readonly PlannedOp[],
  details: readonly JobDetail[],
  shop: Pick<ShopContext, 'products'>,
): string {
  const amounts = new Map<string, number | null>();
  for (const op of ops) {
    const detail = details.find(({ steps }) => steps.some(({ id }) => id === op.stepId));
    const step = detail?.steps.find(({ id }) => id === op.stepId);
    const sheet = shop.products.find(({ key }) => key === step?.productKey)?.sheet;
    if (!detail || !step || !sheet || !op.isCoat) continue;
    const pieces = detail.pieces.filter(({ id }) => op.pieceIds.includes(id));
    const mixed = coatAmounts(
      withTool(step, op.tool, sheet),
      sheet,
      pieces,
      op.side,
      detail.job.place === 'client',
    );
    const known = amounts.get(sheet.name) ?? null;
    amounts.set(sheet.name, mixed ? (known ?? 0) + mixed.mixMl : known);
  }
  return [...amounts]
    .map(([name, mixMl]) => (mixMl === null ? name : `${show('volume', mixMl)} of ${name}`))
    .join(', ');
}
