import type { JobDetail, ShopContext } from '@upholder/core/api';
import { isSprayed } from '@upholder/core/catalogue';
import type { AgendaItem } from '@upholder/core/floor';
import { workOf } from '@upholder/core/jobs';
import { type Cup, cupsOf, type MixRecord, pouredOf, summariseRuns } from '@upholder/core/mixing';
import { toInstant } from '@upholder/core/shop';
import { useState } from 'react';
import { v7 as uuid } from 'uuid';
import { useLogging } from '../../api/useLogging.ts';
import { useMixes } from '../../api/useMixes.ts';
import { show } from '../../base/voice.ts';
import { airAt } from '../../job/airAt.ts';
import { amountTexts, type CoatDraft, readCoatDraft } from '../../job/log/CoatFields.tsx';
import { readDoneAt, writeDoneAt } from '../../job/log/DoneAtField.tsx';
import { coatOf } from '../../job/useAgenda.ts';
import { keepStart, startedAt, workedMinutes } from './startedAt.ts';

/** The thing to do now, in its job and shop. */
export interface NowItem {
  item: AgendaItem;
  detail: JobDetail;
  shop: ShopContext;
  now: number;
}

/** The figures of a coat as the mix has them. */
function fromMix(draft: CoatDraft, mix: MixRecord, cups: readonly Cup[]): CoatDraft {
  const { paint = 0, hardener = 0, thinner = 0 } = pouredOf(mix);
  const last = mix.readings.at(-1);
  const seconds = last && summariseRuns(last.runs)?.mean;
  const cup = cups.find(({ id }) => id === last?.cupId)?.name;
  return {
    ...draft,
    mixId: mix.id,
    ...amountTexts(Math.round(paint + hardener), Math.round(thinner)),
    ...(seconds !== undefined && cup ? { cup, seconds: seconds.toFixed(1) } : {}),
  };
}

/** What the card of the thing to do now shows and logs: its coat, the mix it comes from, what is typed, what is wrong. */
export function useNowLog({ item, detail, shop, now, onLogged }: NowItem & { onLogged(): void }) {
  const { op } = item;
  const keep = useLogging();
  const coat = coatOf(item, detail, shop);
  const climate = airAt(op.placeId, detail, shop);
  const [typed, setDraft] = useState<CoatDraft>(() => ({
    productKey: coat?.step.productKey ?? '',
    ...amountTexts(coat?.amounts?.paintMl, coat?.amounts?.thinnerMl),
    cup: isSprayed(coat?.applicator ?? null) ? 'ISO 4 mm' : '',
    seconds: '',
    airC: show('temperature', climate.airC),
    airMeantC: Math.round(climate.airC * 10) / 10,
    rhPct: String(Math.round(climate.rhPct)),
    wft: '',
    ...(coat?.amounts ? { planned: amountTexts(coat.amounts.paintMl, coat.amounts.thinnerMl) } : {}),
  }));
  const { mixes } = useMixes();
  const ownMixes = (mixes ?? []).filter(
    ({ productKey, emptiedAt, pours }) =>
      emptiedAt === null && pours.length > 0 && productKey === coat?.step.productKey,
  );
  // A mix that was started from this task is what it is coated with, until somebody says otherwise.
  const started = ownMixes.find(({ jobId, stepId }) => jobId === item.jobId && stepId === op.stepId);
  const draft =
    typed.mixId === undefined && started ? fromMix(typed, started, cupsOf(shop.benchItems)) : typed;
  const [errors, setErrors] = useState<Record<string, string>>({});
  const [isPicking, pick] = useState(false);
  const [chosen, setChosen] = useState(() => new Set(op.pieceIds));
  const [note, setNote] = useState('');
  const [doneAt, setDoneAt] = useState(() => writeDoneAt(toInstant(now).toISOString(), shop.timeZone));
  const step = detail.steps.find(({ id }) => id === op.stepId);

  async function log(pieceIds: string[], at: string, isTimeTyped: boolean): Promise<void> {
    const read = coat ? readCoatDraft(draft) : { errors: {}, value: null };
    const gun = ownMixes.find(({ id }) => id === draft.mixId)?.gun?.name ?? null;
    setErrors(read.errors);
    if (Object.keys(read.errors).length > 0) {
      pick(false);
      return;
    }
    // Some of the pieces are no measure of the whole task.
    const began = pieceIds.length === op.pieceIds.length ? startedAt(item.jobId, op.id) : null;
    const ended = Math.floor(Date.parse(at) / 60_000);
    const from = began === null ? ended : Math.floor(began / 60_000);
    const tookMin = ended > from ? workedMinutes(from, ended, shop.settings, shop.timeZone) : null;
    const outcome = await keep(
      {
        id: uuid(),
        jobId: item.jobId,
        stepId: op.stepId,
        side: op.side,
        action: op.action,
        pieceIds,
        doneAt: at,
        coat: read.value,
        note: note.trim(),
        correctsId: null,
        isWithdrawal: false,
        work: !step ? null : { ...workOf(coat?.step ?? step, op.row, gun), tookMin },
      },
      isTimeTyped,
    );
    pick(false);
    if (outcome.ok) {
      keepStart(item.jobId, op.id, null);
      onLogged();
    } else if (outcome.message !== '') setErrors({ keep: outcome.message });
  }

  function logSome(): void {
    const at = readDoneAt(doneAt, shop.timeZone, now);
    if (!at.ok || chosen.size === 0) {
      setErrors({
        ...(at.ok ? {} : { doneAt: at.message }),
        ...(chosen.size === 0 ? { pieces: 'Choose at least one piece.' } : {}),
      });
      return;
    }
    void log(
      op.pieceIds.filter((id) => chosen.has(id)),
      at.value,
      true,
    );
  }

  return {
    coat,
    climate,
    step,
    ownMixes,
    draft,
    setDraft,
    /** Takes the figures of a mix, or of none. */
    takeMix(id: string | null): void {
      const mix = ownMixes.find((one) => one.id === id);
      setDraft(mix ? fromMix(draft, mix, cupsOf(shop.benchItems)) : { ...typed, mixId: null });
    },
    errors,
    log,
    some: {
      isOpen: isPicking,
      chosen,
      setChosen,
      doneAt,
      setDoneAt,
      note,
      setNote,
      log: logSome,
      open(): void {
        setErrors({});
        setDoneAt(writeDoneAt(toInstant(now).toISOString(), shop.timeZone));
        pick(true);
      },
      close: () => pick(false),
    },
  };
}
export type NowLog = ReturnType<typeof useNowLog>;
