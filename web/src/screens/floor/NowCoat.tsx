import { APPLICATOR_WORDS } from '@upholder/core/catalogue';
import { bestAir, burstWords } from '@upholder/core/equipment';
import { isStepItself } from '@upholder/core/jobs';
import { thinningWords } from '@upholder/core/mixing';
import { toMinute } from '@upholder/core/shop';
import { residuePlaces } from '@upholder/core/systems';
import { moveWords, partsInWords } from '@upholder/core/words';
import { clockWords } from '../../base/times.ts';
import { show } from '../../base/voice.ts';
import { CoatFields } from '../../job/log/CoatFields.tsx';
import { MoveList, passesInWords } from '../../job/MoveList.tsx';
import { mixAddress } from '../../job/useAgenda.ts';
import { ButtonLink } from '../../parts/ButtonLink.tsx';
import { ChoiceRow } from '../../parts/ChoiceRow.tsx';
import { MemberDrawing } from './MemberDrawing.tsx';
import type { NowItem, NowLog } from './useNowLog.ts';

/** How much to mix for the coat, from which mix it is laid on, and what is logged of it. */
export function NowCoat({ item, detail, shop, form }: Omit<NowItem, 'now'> & { form: NowLog }) {
  const { coat, ownMixes, draft, setDraft, takeMix, errors } = form;
  if (!coat?.amounts) return null;
  const air = bestAir(shop.benchItems, coat.applicator ?? 'brush', coat.step.productKey ?? '');
  const bursts = air && burstWords(air);
  return (
    <>
      <p className="mt-4 border-line border-t pt-3 text-lead">
        {coat.sheet.name},{' '}
        {coat.step.applications.length === 0 && `${APPLICATOR_WORDS[coat.applicator ?? 'brush']}, `}
        {coat.step.wftUm !== null && show('film', coat.step.wftUm)} wet
        {coat.step.passes > 1 && `, in ${passesInWords(coat.step)}`}
      </p>
      {bursts && <p className="mt-1 border-tape border-l-[8px] pl-3 text-lead">{bursts}</p>}
      <MoveList step={coat.step} shop={shop} className="mt-2 flex flex-col gap-0.5 text-lead" />
      <div className="flex flex-wrap items-start gap-x-8">
        <div className="min-w-0 flex-1 basis-64">
          {coat.mixes.map((mix) => (
            <div key={mix.moves.map(moveWords).join()}>
              {coat.mixes.length > 1 && (
                <p className="mt-3 font-semibold">
                  For {mix.moves.map(({ parts }) => partsInWords(parts)).join(' and ')}
                </p>
              )}
              <p className="mt-1 font-bold text-arm leading-tight [font-stretch:92%]">
                Mix {show('volume', mix.amounts.paintMl)}
                {mix.amounts.thinnerMl > 0 &&
                  ` + ${show('volume', mix.amounts.thinnerMl)} ${coat.sheet.thinnerName}`}
                {mix.amounts.conditionerMl > 0 &&
                  ` + ${show('volume', mix.amounts.conditionerMl)} ${coat.sheet.conditionerName || 'conditioner'}`}
              </p>
              <p className="text-quiet">
                {mix.thinning && thinningWords(mix.thinning)}; area × wet film ÷ what reaches the piece, plus{' '}
                {residuePlaces(mix).join(', ')}
              </p>
              <ButtonLink to={mixAddress(item, detail, coat, mix)} posture="floor" className="mt-2">
                Mix this
              </ButtonLink>
            </div>
          ))}
        </div>
        {isStepItself(item.op) && (
          <MemberDrawing
            step={coat.step}
            pieces={detail.pieces.filter(({ id }) => item.op.pieceIds.includes(id))}
          />
        )}
      </div>
      {ownMixes.length > 0 && (
        <ChoiceRow
          label="From which mix"
          className="mt-3 flex flex-wrap gap-2"
          value={draft.mixId ?? ''}
          onChoose={takeMix}
          onClear={() => takeMix(null)}
          choiceClass={(isChosen) =>
            `min-h-14 border-l-[8px] px-4 text-left text-lead ${isChosen ? 'border-act bg-act-wash' : 'border-line bg-raised'}`
          }
          choices={ownMixes.map((mix) => ({
            value: mix.id,
            words: (
              <>
                <span className="font-semibold">
                  Mix {clockWords(toMinute(mix.startedAt), shop.timeZone)}
                </span>
                {mix.batch && `, batch ${mix.batch}`}
              </>
            ),
          }))}
        />
      )}
      <div className="mt-3">
        <CoatFields draft={draft} onChange={setDraft} errors={errors} />
      </div>
    </>
  );
}
