import { dueBefore } from '@upholder/core/equipment';
import { isStepItself } from '@upholder/core/jobs';
import { itemsOf } from '@upholder/core/mixing';
import { Notice } from '../../parts/controls.tsx';
import type { NowItem, NowLog } from './useNowLog.ts';

/** What has to be replaced before this work: cartridges, pads and the like whose hours are used up. */
export function GearDue({
  form: { coat, step },
  item: { op, personId },
  shop: { benchItems },
}: Pick<NowItem, 'item' | 'shop'> & { form: NowLog }) {
  if (!step || !isStepItself(op)) return null;
  const gear = itemsOf(benchItems, 'gear').map(({ id, item }) => ({
    item,
    loggedHours: benchItems.find((row) => row.id === id)?.loggedHours ?? 0,
  }));
  const applicator = coat?.applicator ?? step.applicator;
  const due = dueBefore(gear, { operation: step.operation, applicator, memberId: personId });
  return due.map((words) => (
    <div key={words} className="mt-3">
      <Notice kind="act">{words}</Notice>
    </div>
  ));
}
