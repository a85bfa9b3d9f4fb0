import { cautionWords } from '@upholder/core/catalogue';
import { coatingRisks } from '@upholder/core/drying';
import { isStepItself, LOG_ACTION_TRAITS, turnsOver } from '@upholder/core/jobs';
import { does, type Step } from '@upholder/core/systems';
import { formatDuration } from '@upholder/core/units';
import { lazy, Suspense, useState } from 'react';
import { useMay } from '../../api/useMay.ts';
import { deviceClock } from '../../base/deviceClock.ts';
import { useLater } from '../../base/useLater.ts';
import { obstaclesAt } from '../../job/airAt.ts';
import { DoneAtField } from '../../job/log/DoneAtField.tsx';
import { PiecePicker } from '../../job/log/PiecePicker.tsx';
import { MoveList } from '../../job/MoveList.tsx';
import { usePieceStates } from '../../job/useJobContext.ts';
import { Button, Field, Notice, TextArea } from '../../parts/controls.tsx';
import { GlyphStrip } from '../../parts/GlyphStrip.tsx';
import { Modal } from '../../parts/Modal.tsx';
import { GearDue } from './GearDue.tsx';
import { LeaveOut, LoopNow } from './LoopNow.tsx';
import { MemberDrawing } from './MemberDrawing.tsx';
import { NormalNow } from './NormalNow.tsx';
import { NowCoat } from './NowCoat.tsx';
import { NowHead } from './NowHead.tsx';
import { StartPress } from './StartPress.tsx';
import { type NowItem, type NowLog, useNowLog } from './useNowLog.ts';

const loadReport = () => import('../../job/inspection/ReportDialog.tsx');
const loadFailed = () => import('./FailedDialog.tsx');
const AT_A_PRESS = [loadReport, loadFailed];
const ReportDialog = lazy(async () => ({ default: (await loadReport()).ReportDialog }));
const FailedDialog = lazy(async () => ({ default: (await loadFailed()).FailedDialog }));

/** Some of the pieces, or done earlier. */
function SomeDialog({ item, detail, form, states, verb }: SomeProps) {
  const { some, errors } = form;
  const { op } = item;
  return (
    <Modal isOpen={some.isOpen} onClose={some.close} title={op.name} note={item.loadLabel}>
      <div className="flex flex-col gap-4">
        <DoneAtField value={some.doneAt} onChange={some.setDoneAt} error={errors.doneAt} />
        <PiecePicker
          pieces={detail.pieces.filter(({ id }) => op.pieceIds.includes(id))}
          zone={detail.zones.find(({ id }) => id === op.zoneId)}
          states={states}
          chosen={some.chosen}
          onChange={some.setChosen}
          error={errors.pieces}
        />
        <Field label="Note">
          {(ids) => (
            <TextArea
              {...ids}
              rows={2}
              className="text-lead"
              maxLength={1000}
              value={some.note}
              onChange={({ target }) => some.setNote(target.value)}
            />
          )}
        </Field>
        <div>
          <Button kind="act" posture="floor" onClick={some.log}>
            {verb} for {some.chosen.size}
          </Button>
        </div>
      </div>
    </Modal>
  );
}
type SomeProps = Pick<NowItem, 'item' | 'detail'> & {
  form: NowLog;
  states: ReturnType<typeof usePieceStates>;
  verb: string;
};

/** What the air does to the coat now. */
function AirNotices({
  form: { coat, climate },
  item,
  shop,
}: Pick<NowItem, 'item' | 'shop'> & { form: NowLog }) {
  const obstacles = coat ? obstaclesAt(coat.sheet, item.op.placeId, climate, shop) : [];
  const risks = coat && obstacles.length === 0 ? coatingRisks(coat.sheet, climate) : [];
  return (
    <>
      {obstacles.length > 0 && (
        <div className="mt-3">
          <Notice kind="stop">Do not coat in these conditions: {obstacles.join(' ')}</Notice>
        </div>
      )}
      {risks.map((risk) => (
        <div key={risk} className="mt-3">
          <Notice kind="act">{risk}</Notice>
        </div>
      ))}
    </>
  );
}

/** What sands and leaves no dust goes piece by piece. */
const isStation = (step: Step) => does(step, 'abrades') && does(step, 'leavesNoDust');

/** The one thing to do now, how much to mix for it, and the press that logs it. */
export function NowCard({ isDue, onLogged, ...props }: NowItem & { isDue: boolean; onLogged(): void }) {
  const { item, detail, shop, now } = props;
  const { op } = item;
  const states = usePieceStates(detail, shop);
  const form = useNowLog({ ...props, onLogged });
  const mayLog = useMay('log');
  useLater(AT_A_PRESS);
  const [isReporting, setReporting] = useState(false);
  const [isFailing, setFailing] = useState(false);
  const { coat, step, errors } = form;
  const pieces = detail.pieces.filter(({ id }) => op.pieceIds.includes(id));
  const verb = coat && !turnsOver(op) ? 'Log coat' : LOG_ACTION_TRAITS[op.action].verb;
  return (
    <section
      className={`border-l-[10px] bg-sheet p-5 ${isDue ? 'border-act' : 'border-line'}`}
      aria-label="Do now"
    >
      <NowHead {...props} isDue={isDue} />
      <GlyphStrip
        pieces={pieces}
        states={states}
        zones={detail.zones}
        size={46}
        now={now}
        className="mt-3 max-h-28 overflow-hidden"
      />
      <AirNotices form={form} item={item} shop={shop} />
      <GearDue form={form} item={item} shop={shop} />
      <NowCoat item={item} detail={detail} shop={shop} form={form} />
      {!coat && step && isStepItself(op) && (
        <>
          <MoveList step={step} shop={shop} className="mt-3 flex flex-col gap-0.5 text-lead" />
          <p className="mt-3 max-w-prose text-lead text-quiet">
            {step.why}
            {isStation(step) && ` About ${formatDuration(Math.max(1, Math.round(op.perPieceMin)))} a piece.`}
          </p>
        </>
      )}
      {!coat && step && isStepItself(op) && <MemberDrawing step={step} pieces={pieces} />}
      {step && isStepItself(op) && <LoopNow item={item} detail={detail} step={step} states={states} />}
      {step && isStepItself(op) && !turnsOver(op) && (
        <NormalNow step={coat?.step ?? step} detail={detail} shop={shop} />
      )}
      {step && step.cautions.length > 0 && (
        <ul className="mt-3 border-stop border-l-4 pl-3 text-note">
          {step.cautions.map((caution) => (
            <li key={caution}>{cautionWords(caution)}</li>
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
          disabled={!mayLog}
          kind="act"
          posture="floor"
          onClick={() => void form.log(op.pieceIds, new Date(deviceClock.now()).toISOString(), false)}
        >
          {verb}
        </Button>
        <StartPress key={`${item.jobId} ${op.id}`} item={item} shop={shop} now={now} />
        <Button posture="floor" disabled={!mayLog} onClick={form.some.open}>
          Partial or earlier
        </Button>
        <Button posture="floor" disabled={!mayLog} onClick={() => setReporting(true)}>
          Report a defect
        </Button>
        {step && isStepItself(op) && <LeaveOut item={item} detail={detail} step={step} states={states} />}
        {coat && isStepItself(op) && (
          <Button posture="floor" disabled={!mayLog} onClick={() => setFailing(true)}>
            Gun failed or paint ran out
          </Button>
        )}
      </div>
      <Suspense fallback={null}>
        {isReporting && (
          <ReportDialog
            detail={detail}
            shop={shop}
            pieces={pieces}
            now={now}
            onClose={() => setReporting(false)}
          />
        )}
        {isFailing && (
          <FailedDialog
            item={item}
            detail={detail}
            shop={shop}
            form={form}
            states={states}
            onClose={() => setFailing(false)}
          />
        )}
      </Suspense>
      <SomeDialog item={item} detail={detail} form={form} states={states} verb={verb} />
    </section>
  );
}
