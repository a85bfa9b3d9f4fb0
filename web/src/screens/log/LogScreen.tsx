import type { ShopContext } from '@upholder/core/api';
import { APPLICATOR_TRAITS } from '@upholder/core/catalogue';
import { implausibleEntries } from '@upholder/core/floor';
import { type Decision, effectiveLog, type LogEntry, turnsOver } from '@upholder/core/jobs';
import { pouredWords } from '@upholder/core/mixing';
import { piecesInWords } from '@upholder/core/planning';
import { toMinute } from '@upholder/core/shop';
import { actionWords, SIDE_WORDS } from '@upholder/core/words';
import { useMemo, useState } from 'react';
import { whenWords } from '../../base/times.ts';
import { useNowMinute } from '../../base/useNow.ts';
import { show, voice } from '../../base/voice.ts';
import { doubtWords } from '../../job/doubtWords.ts';
import { toPlanningShop, useCurrentDetail, useJobContext } from '../../job/useJobContext.ts';
import { Button, Card } from '../../parts/controls.tsx';
import { PhotoStrip } from '../../parts/PhotoStrip.tsx';
import { WithdrawDialog } from '../../parts/WithdrawDialog.tsx';
import { CorrectDialog } from './CorrectDialog.tsx';

function coatWords(entry: LogEntry, shop: ShopContext): string {
  const { coat } = entry;
  if (!coat) return '';
  const parts = [shop.products.find(({ key }) => key === coat.productKey)?.sheet.name ?? coat.productKey];
  // What it was really laid on with: a step that is changed afterwards says nothing of that.
  const tool = entry.work?.applicator;
  if (tool) parts.push(`by ${entry.work?.gun ?? APPLICATOR_TRAITS[tool].short}`);
  if (coat.paintMl !== null) {
    const amount = pouredWords(coat.paintMl, coat.thinnerMl ?? 0, voice().units);
    parts.push(coat.amountsFrom === 'plan' ? `${amount} as planned, not measured` : amount);
  }
  if (coat.cupSeconds !== null) parts.push(`${coat.cupSeconds} s in ${coat.cup ?? 'the cup'}`);
  if (coat.wftUm !== null) parts.push(`${show('film', coat.wftUm)} wet by comb`);
  if (coat.climate)
    parts.push(`${show('temperature', coat.climate.airC)}, ${Math.round(coat.climate.rhPct)} %`);
  return parts.join(' · ');
}

const CAUTION_WORDS: Record<string, string> = {
  lead: 'lead',
  asbestos: 'asbestos',
  silicone: 'wax or silicone',
  'peeling-foil': 'peeling foil',
  isocyanate: 'isocyanate hardener',
  'unrated-booth': 'solvent mist without a rated booth',
};

/** `rule:thinning-max@colour-1#1abc` in words: the rule, and the step that it was overridden for. */
function ruleWords(code: string): string {
  const match = /^rule:([^@]+)(?:@([^#]+))?/.exec(code);
  if (!match) return code;
  const [, rule = '', step = '-'] = match;
  return `${rule.replace(/-/g, ' ')}${step === '-' ? '' : `, at ${step.replace(/-/g, ' ')}`}`;
}

/** A stop that was overridden, or a system that was chosen, with the reason. */
function DecisionLine({ decision, zoneName, when }: { decision: Decision; zoneName: string; when: string }) {
  const { kind, code, reason, memberName } = decision;
  return (
    <li className="grid grid-cols-[8.5rem_minmax(0,1fr)] items-baseline gap-x-4 max-md:grid-cols-1 max-md:gap-y-1 border-line border-b border-l-[6px] border-l-tape px-4 py-2.5">
      <span className="quantity">{when}</span>
      <div>
        <p>
          <span className="font-semibold">
            {kind === 'chosen'
              ? `System ${code} chosen`
              : `Stop overridden: ${CAUTION_WORDS[code] ?? ruleWords(code)}`}
          </span>
          <span className="text-quiet">
            {' '}
            · {zoneName} · {memberName}
          </span>
        </p>
        <p className="text-note">{reason}</p>
      </div>
    </li>
  );
}

/** What was done, newest first. Entries stay; putting one right adds another. */
export function LogScreen() {
  const { detail: served, shop } = useJobContext();
  const detail = useCurrentDetail(served);
  const now = useNowMinute();
  const [withdrawing, setWithdrawing] = useState<LogEntry | null>(null);
  const [correcting, setCorrecting] = useState<LogEntry | null>(null);
  const steps = new Map(detail.steps.map((step) => [step.id, step]));
  const zones = new Map(detail.zones.map(({ id, name }) => [id, name]));
  const pieces = new Map(detail.pieces.map((piece) => [piece.id, piece]));
  const counting = new Set(effectiveLog(detail.log).map(({ id }) => id));
  const waiting = new Set(
    detail.log.map(({ id }) => id).filter((id) => !served.log.some((entry) => entry.id === id)),
  );
  const doubtful = useMemo(() => implausibleEntries(detail, toPlanningShop(shop)), [detail, shop]);
  const rows = [
    ...detail.log.map((entry) => ({ at: entry.doneAt, keptAt: entry.loggedAt, entry, decision: null })),
    ...detail.decisions.map((decision) => ({ at: decision.at, keptAt: decision.at, entry: null, decision })),
  ].sort((a, b) => b.at.localeCompare(a.at) || b.keptAt.localeCompare(a.keptAt));

  return (
    <main className="p-5">
      {rows.length === 0 && (
        <Card className="max-w-2xl p-6">
          <h2>Nothing is logged yet</h2>
          <p className="mt-1 text-quiet">Steps are logged on the floor, with one tap, as they are done.</p>
        </Card>
      )}
      <ol className="bg-sheet">
        {rows.map(({ entry, decision }) => {
          if (decision)
            return (
              <DecisionLine
                key={decision.id}
                decision={decision}
                zoneName={zones.get(decision.zoneId) ?? ''}
                when={whenWords(toMinute(decision.at), now, shop.timeZone)}
              />
            );
          if (!entry) return null;
          const step = steps.get(entry.stepId);
          const members = entry.pieceIds.flatMap((id) => pieces.get(id) ?? []);
          const isCounting = counting.has(entry.id);
          const name = actionWords(entry.action, entry.work?.stepName ?? step?.name ?? 'a step');
          return (
            <li
              key={entry.id}
              className={`grid grid-cols-[8.5rem_minmax(0,1fr)_auto] items-baseline gap-x-4 max-md:grid-cols-1 max-md:gap-y-1 border-line border-b px-4 py-2.5 ${isCounting ? '' : 'text-quiet'}`}
            >
              <span className="quantity">{whenWords(toMinute(entry.doneAt), now, shop.timeZone)}</span>
              <div>
                <p>
                  <span className={`font-semibold ${isCounting ? '' : 'line-through'}`}>
                    {name}
                    {turnsOver(entry) ? '' : SIDE_WORDS[entry.side]}
                  </span>
                  <span className="text-quiet">
                    {' '}
                    · {zones.get(step?.zoneId ?? '')}: {piecesInWords(members)} · {entry.memberName}
                    {entry.isWithdrawal && ' · withdrawal'}
                    {!entry.isWithdrawal && entry.correctsId && ' · correction'}
                    {!isCounting && !entry.isWithdrawal && ' · superseded'}
                    {entry.imported &&
                      ` · imported by ${entry.imported.memberName}, ${whenWords(toMinute(entry.imported.at), now, shop.timeZone)}`}
                    {waiting.has(entry.id) && ' · syncing'}
                  </span>
                </p>
                {entry.coat && <p className="text-note">{coatWords(entry, shop)}</p>}
                {doubtful.has(entry.id) && (
                  <p className="border-tape border-l-[6px] pl-2 text-note">
                    {doubtWords(doubtful.get(entry.id))}
                  </p>
                )}
                {entry.note && <p className="text-note italic">{entry.note}</p>}
                {detail.photos.some(({ topic }) => topic === entry.id) && (
                  <PhotoStrip
                    detail={detail}
                    zoneId={members[0]?.zoneId ?? ''}
                    pieceId={entry.pieceIds[0] ?? ''}
                    topic={entry.id}
                    title={name}
                  />
                )}
              </div>
              {isCounting && !waiting.has(entry.id) && (
                <span className="flex gap-2">
                  <Button kind="quiet" onClick={() => setCorrecting(entry)}>
                    Correct
                  </Button>
                  <Button kind="quiet" onClick={() => setWithdrawing(entry)}>
                    Withdraw
                  </Button>
                </span>
              )}
            </li>
          );
        })}
      </ol>
      {correcting && (
        <CorrectDialog entry={correcting} detail={detail} shop={shop} onClose={() => setCorrecting(null)} />
      )}
      {withdrawing && (
        <WithdrawDialog
          entry={withdrawing}
          what={withdrawing.work?.stepName ?? steps.get(withdrawing.stepId)?.name ?? 'this entry'}
          onClose={() => setWithdrawing(null)}
        />
      )}
    </main>
  );
}
