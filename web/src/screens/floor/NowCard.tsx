import type { Dossier, ShopContext } from '@upholder/core/api';
import { APPLICATOR_WORDS, isSprayed } from '@upholder/core/catalogue';
import { coatingObstacles, coatingRisks } from '@upholder/core/drying';
import { residuePlace } from '@upholder/core/film';
import type { AgendaItem } from '@upholder/core/floor';
import { isStepItself, LOG_ACTION_TRAITS, turnsOver, workOf } from '@upholder/core/jobs';
import {
  type Cup,
  cupsOf,
  type PotRecord,
  pouredOf,
  summariseRuns,
  thinningWords,
} from '@upholder/core/mixing';
import { localClock, toInstant, toMinute } from '@upholder/core/shop';
import { formatDuration, formatMl } from '@upholder/core/units';
import { PLACE_WORDS } from '@upholder/core/words';
import { useState } from 'react';
import { Link } from 'react-router';
import { v7 as uuid } from 'uuid';
import { useLogging } from '../../api/useLogging.ts';
import { usePots } from '../../api/usePots.ts';
import { deviceClock } from '../../base/deviceClock.ts';
import { whenWords } from '../../base/times.ts';
import { type CoatDraft, CoatFields, readCoatDraft } from '../../job/log/CoatFields.tsx';
import { DoneAtField, readDoneAt, writeDoneAt } from '../../job/log/DoneAtField.tsx';
import { PiecePicker } from '../../job/log/PiecePicker.tsx';
import { useOpenStops } from '../../job/steps/useOpenStops.ts';
import { coatOf, mixAddress } from '../../job/useAgenda.ts';
import { usePieceStates } from '../../job/useJobContext.ts';
import { ButtonLink } from '../../parts/ButtonLink.tsx';
import { ChoiceRow } from '../../parts/ChoiceRow.tsx';
import { Button, Notice } from '../../parts/controls.tsx';
import { GlyphStrip } from '../../parts/GlyphStrip.tsx';
import { Modal } from '../../parts/Modal.tsx';

interface NowCardProps {
  item: AgendaItem;
  dossier: Dossier;
  shop: ShopContext;
  now: number;
  isDue: boolean;
  onLogged(): void;
}

/** The figures of a coat as the pot has them. */
function fromPot(draft: CoatDraft, pot: PotRecord, cups: readonly Cup[]): CoatDraft {
  const { paint = 0, hardener = 0, thinner = 0 } = pouredOf(pot);
  const last = pot.readings.at(-1);
  const seconds = last && summariseRuns(last.runs)?.mean;
  const cup = cups.find(({ id }) => id === last?.cupId)?.name;
  return {
    ...draft,
    potId: pot.id,
    paint: `${Math.round(paint + hardener)} mL`,
    thinner: `${Math.round(thinner)} mL`,
    ...(seconds !== undefined && cup ? { cup, seconds: seconds.toFixed(1) } : {}),
  };
}

/** The one thing to do now, how much to mix for it, and the press that logs it. */
export function NowCard(props: NowCardProps) {
  const { item, dossier, shop, now, isDue, onLogged } = props;
  const { op } = item;
  const keep = useLogging();
  const states = usePieceStates(dossier, shop);
  const coat = coatOf(item, dossier, shop);
  const climate = shop.reading ?? shop.planningClimate;
  const [typed, setDraft] = useState<CoatDraft>(() => ({
    productKey: coat?.step.productKey ?? '',
    paint: coat?.amounts ? `${coat.amounts.paintMl} mL` : '',
    thinner: coat?.amounts ? `${coat.amounts.thinnerMl} mL` : '',
    cup: isSprayed(coat?.applicator ?? null) ? 'ISO 4 mm' : '',
    seconds: '',
    airC: climate.airC.toFixed(1),
    rhPct: String(Math.round(climate.rhPct)),
    wftUm: null,
    ...(coat?.amounts
      ? { planned: { paint: `${coat.amounts.paintMl} mL`, thinner: `${coat.amounts.thinnerMl} mL` } }
      : {}),
  }));
  const { pots } = usePots();
  const ownPots = (pots ?? []).filter(
    ({ productKey, emptiedAt, pours }) =>
      emptiedAt === null && pours.length > 0 && productKey === coat?.step.productKey,
  );
  // A mix that was started from this task is what it is coated with, until somebody says otherwise.
  const started = ownPots.find(({ jobId, stepId }) => jobId === item.jobId && stepId === op.stepId);
  const draft =
    typed.potId === undefined && started ? fromPot(typed, started, cupsOf(shop.benchItems)) : typed;
  const [errors, setErrors] = useState<Record<string, string>>({});
  const [isPicking, pick] = useState(false);
  const [chosen, setChosen] = useState(() => new Set(op.pieceIds));
  const [doneAt, setDoneAt] = useState(() => writeDoneAt(toInstant(now).toISOString(), shop.timeZone));
  const zone = dossier.zones.find(({ id }) => id === op.zoneId);
  const stops = useOpenStops(dossier, shop).filter(({ step: at }) => at?.id === op.stepId);
  const pieces = dossier.pieces.filter(({ id }) => op.pieceIds.includes(id));
  const obstacles = coat ? coatingObstacles(coat.sheet, climate) : [];
  const risks = coat && obstacles.length === 0 ? coatingRisks(coat.sheet, climate) : [];
  const isOverdue = item.plannedEnd !== null && item.plannedEnd < now;
  const step = dossier.steps.find(({ id }) => id === op.stepId);

  async function log(pieceIds: string[], at: string, isTimeTyped: boolean): Promise<void> {
    const read = coat ? readCoatDraft(draft) : { errors: {}, value: null };
    const gun = ownPots.find(({ id }) => id === draft.potId)?.gun?.name ?? null;
    setErrors(read.errors);
    if (Object.keys(read.errors).length > 0) {
      pick(false);
      return;
    }
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
        note: '',
        correctsId: null,
        isWithdrawal: false,
        work: step ? workOf(coat ? { ...step, applicator: coat.applicator } : step, op.row, gun) : null,
      },
      isTimeTyped,
    );
    pick(false);
    if (outcome.ok) onLogged();
    else if (outcome.message !== '') setErrors({ keep: outcome.message });
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

  const verb = coat && !turnsOver(op) ? 'Log coat' : LOG_ACTION_TRAITS[op.action].verb;
  return (
    <section
      className={`border-l-[10px] bg-sheet p-5 ${isDue ? 'border-act' : 'border-line'}`}
      aria-label="Do now"
    >
      <p className="text-lead text-quiet">
        {isDue
          ? 'Do now'
          : item.openAt > now
            ? `Planned for ${whenWords(item.plannedStart ?? item.openAt, now, shop.timeZone)}`
            : `Planned for ${whenWords(item.plannedStart ?? now, now, shop.timeZone)}; may start already`}
        , {PLACE_WORDS[op.row].at} · {dossier.job.code}
        {isOverdue && (
          <span className="font-semibold text-act">
            {' '}
            · was to be done {whenWords(item.plannedEnd ?? now, now, shop.timeZone)}
          </span>
        )}
      </p>
      <h1 className="mt-1 text-arm leading-[1.1]">{op.name}</h1>
      <p className="mt-1 text-lead">{item.loadLabel}</p>
      {item.openAt > now && (
        <div className="mt-2">
          <Notice kind="stop">
            Not yet: {item.heldBy?.name ?? 'the film under it'} must dry until{' '}
            {whenWords(item.openAt, now, shop.timeZone)}, another {formatDuration(item.openAt - now)}. Log it
            only if it has really been done.
          </Notice>
        </div>
      )}
      {stops.map(({ finding }) => (
        <div key={finding.code} className="mt-2">
          <Notice kind="stop">
            {finding.why}{' '}
            <Link
              to={`/jobs/${dossier.job.id}/sequence?zone=${zone?.id ?? ''}`}
              className="font-semibold underline underline-offset-2"
            >
              Mend or override it under Sequence
            </Link>
          </Notice>
        </div>
      ))}
      {item.shutsAt !== null && (
        <p className={`mt-1 text-lead ${item.shutsAt < now ? 'font-semibold text-stop' : ''}`}>
          {item.shutsAt < now
            ? 'The recoat window has shut: scuff and dust first, or plan again.'
            : `Recoat window shuts ${whenWords(item.shutsAt, now, shop.timeZone)}, in ${formatDuration(item.shutsAt - now)}.`}
        </p>
      )}
      <GlyphStrip
        pieces={pieces}
        states={states}
        zones={dossier.zones}
        size={46}
        now={now}
        className="mt-3 max-h-28 overflow-hidden"
      />
      {obstacles.length > 0 && (
        <div className="mt-3">
          <Notice kind="stop">No coat in this air: {obstacles.join(' ')}</Notice>
        </div>
      )}
      {risks.map((risk) => (
        <div key={risk} className="mt-3">
          <Notice kind="act">{risk}</Notice>
        </div>
      ))}
      {coat?.amounts && (
        <>
          <p className="mt-4 border-line border-t pt-3 text-lead">
            {coat.sheet.name}, {APPLICATOR_WORDS[coat.applicator ?? 'brush']}, {coat.step.wftUm} µm wet
          </p>
          <p className="mt-1 font-bold text-arm leading-tight [font-stretch:92%]">
            Mix {formatMl(coat.amounts.paintMl)}
            {coat.amounts.thinnerMl > 0 && ` + ${formatMl(coat.amounts.thinnerMl)} ${coat.sheet.thinnerName}`}
          </p>
          <p className="text-quiet">
            {coat.step.thinning && thinningWords(coat.step.thinning)}; area × wet film ÷ what reaches the
            piece, plus {residuePlace(coat.applicator ?? 'brush')}
          </p>
          <ButtonLink to={mixAddress(item, dossier, coat)} posture="floor" className="mt-2">
            Mix this pot
          </ButtonLink>
          {ownPots.length > 0 && (
            <ChoiceRow
              label="From which pot"
              className="mt-3 flex flex-wrap gap-2"
              value={draft.potId ?? ''}
              onChoose={(id) => {
                const pot = ownPots.find((one) => one.id === id);
                if (pot) setDraft(fromPot(draft, pot, cupsOf(shop.benchItems)));
              }}
              onClear={() => setDraft({ ...typed, potId: null })}
              choiceClass={(isChosen) =>
                `min-h-14 border-l-[8px] px-4 text-left text-lead ${isChosen ? 'border-act bg-act-wash' : 'border-line bg-raised'}`
              }
              choices={ownPots.map((pot) => ({
                value: pot.id,
                words: (
                  <>
                    <span className="font-semibold">
                      Pot {localClock(toMinute(pot.startedAt), shop.timeZone)}
                    </span>
                    {pot.batch && `, batch ${pot.batch}`}
                  </>
                ),
              }))}
            />
          )}
          <div className="mt-3">
            <CoatFields draft={draft} onChange={setDraft} errors={errors} />
          </div>
        </>
      )}
      {!coat && step && isStepItself(op) && (
        <p className="mt-3 max-w-prose text-lead text-quiet">{step.why}</p>
      )}
      {step && step.cautions.length > 0 && (
        <ul className="mt-3 border-stop border-l-4 pl-3 text-note">
          {step.cautions.map((caution) => (
            <li key={caution}>{caution}</li>
          ))}
          <li className="text-quiet">Safety data sheet, local codes and licensed practice come first.</li>
        </ul>
      )}
      {errors.keep && (
        <div className="mt-4">
          <Notice kind="stop">{errors.keep}</Notice>
        </div>
      )}
      <div className="mt-5 flex flex-wrap gap-3">
        <Button
          kind="act"
          posture="floor"
          onClick={() => void log(op.pieceIds, new Date(deviceClock.now()).toISOString(), false)}
        >
          {verb}
        </Button>
        <Button
          posture="floor"
          onClick={() => {
            setErrors({});
            setDoneAt(writeDoneAt(toInstant(now).toISOString(), shop.timeZone));
            pick(true);
          }}
        >
          Only some, or earlier
        </Button>
      </div>
      <Modal isOpen={isPicking} onClose={() => pick(false)} title={op.name} note={item.loadLabel}>
        <div className="flex flex-col gap-4">
          <DoneAtField value={doneAt} onChange={setDoneAt} error={errors.doneAt} />
          <PiecePicker
            pieces={pieces}
            zone={zone}
            states={states}
            chosen={chosen}
            onChange={setChosen}
            error={errors.pieces}
          />
          <div>
            <Button kind="act" posture="floor" onClick={logSome}>
              {verb} for {chosen.size}
            </Button>
          </div>
        </div>
      </Modal>
    </section>
  );
}
