import type { JobDetail, ShopContext } from '@upholder/core/api';
import { finishedOf } from '../../job/finishedOf.ts';
import { Button } from '../../parts/controls.tsx';
import { Tabs } from '../../parts/Tabs.tsx';
import { BetterPlan } from './BetterPlan.tsx';
import { Improvements } from './Improvements.tsx';
import { MovesReport } from './MovesReport.tsx';
import { OpDetail } from './OpDetail.tsx';
import { Today } from './Today.tsx';
import type { Planning } from './usePlanning.ts';

/** Views beside the chart. */
export type Panel = 'today' | 'better' | 'help';
const PANELS: readonly [Panel, string][] = [
  ['today', 'Next'],
  ['better', 'Plan quality'],
  ['help', 'Finish sooner'],
];

interface SideProps {
  detail: JobDetail;
  shop: ShopContext;
  now: number;
  planning: Planning;
  selectedId: string | null;
  onSelect(id: string | null): void;
  panel: Panel;
  onPanel(panel: Panel): void;
}

/** Beside the chart: the task that is chosen, or what is next, how good the plan is, and what would help. */
export function PlanSide({ detail, shop, now, planning, selectedId, onSelect, panel, onPanel }: SideProps) {
  const { replanned, take } = planning;
  const isDone = finishedOf(detail) !== null;
  const selected = detail.plan?.ops.find(({ id }) => id === selectedId);
  if (selected)
    return (
      <>
        <OpDetail
          op={selected}
          detail={detail}
          shop={shop}
          now={now}
          isBusy={planning.isPlanning}
          onPin={(at) => void planning.pin(selected.id, at)}
        />
        <Button className="mt-4" onClick={() => onSelect(null)}>
          Back to overview
        </Button>
      </>
    );
  return (
    <Tabs<Panel>
      label="Plan details"
      tabs={PANELS}
      open={panel}
      onOpen={onPanel}
      listClass="mb-3 w-full border-line border-b"
      tabClass={(isOpen) =>
        `flex-auto press-h-8 whitespace-nowrap px-1 py-1.5 text-note ${isOpen ? 'border-act border-b-[3px] font-bold' : 'hover:bg-closed'}`
      }
    >
      {panel === 'today' &&
        (replanned ? (
          <MovesReport replanned={replanned} log={detail.log} shop={shop} now={now} />
        ) : (
          <Today detail={detail} shop={shop} now={now} onSelect={onSelect} />
        ))}
      {panel === 'better' && isDone && <p>The work is done; there is nothing left to improve.</p>}
      {panel === 'better' && !isDone && <BetterPlan detail={detail} shop={shop} now={now} onTake={take} />}
      {panel === 'help' && isDone && <p>The work is done; there is nothing left to speed up.</p>}
      {panel === 'help' && !isDone && <Improvements detail={detail} shop={shop} now={now} onDone={take} />}
    </Tabs>
  );
}
