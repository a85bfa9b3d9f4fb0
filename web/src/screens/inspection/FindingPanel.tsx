import type { JobDetail, ShopContext } from '@upholder/core/api';
import {
  type Cause,
  type CureOption,
  causeFactsOf,
  cureCaseOf,
  curesFor,
  DEFECT_TRAITS,
  type Finding,
  type FindingState,
  lastAnswer,
  PART_WORDS,
  rankCauses,
  SEVERITY_WORDS,
  vanishesUnder,
} from '@upholder/core/inspection';
import { toMinute } from '@upholder/core/shop';
import { useMemo, useState } from 'react';
import { Link } from 'react-router';
import { upholder } from '../../api/upholder.ts';
import { useMay } from '../../api/useMay.ts';
import { whenWords } from '../../base/times.ts';
import { useNowMinute } from '../../base/useNow.ts';
import { SpotPicker } from '../../job/inspection/SpotPicker.tsx';
import { surroundingsOf } from '../../job/inspection/surroundings.ts';
import { type Decision, useInspecting } from '../../job/inspection/useInspecting.ts';
import { suppliesOf } from '../../job/productLookups.ts';
import { useJobContext, usePieceStates } from '../../job/useJobContext.ts';
import { Button, Card, Notice } from '../../parts/controls.tsx';
import { PhotoStrip } from '../../parts/PhotoStrip.tsx';
import { ReasonDialog } from '../../parts/ReasonDialog.tsx';
import { useCureEffects } from '../../workers/useCureEffects.ts';
import { Causes, CureCard, Decided } from './findingParts.tsx';

const NO_CURES: readonly CureOption[] = [];

/** What is known about a finding, and what can be done. */
function useFinding(finding: Finding, detail: JobDetail, shop: ShopContext) {
  const { data: mixes } = upholder.useJobMixesQuery(detail.job.id);
  const { data: shopwide } = upholder.useConfirmedCausesQuery();
  return useMemo(() => {
    const around = surroundingsOf(finding.pieceId, detail, shop, mixes?.mixes);
    if (!around) return null;
    const { piece, zone } = around;
    const question = cureCaseOf(finding, around, suppliesOf(shop));
    return {
      piece,
      zone,
      causes: rankCauses(causeFactsOf(finding, around), shopwide?.confirmed),
      cures: curesFor(question),
      vanishes: vanishesUnder(question),
    };
  }, [finding, detail, shop, mixes, shopwide]);
}

/** A finding with its spot, its likely causes and what can be done about it. */
export function FindingPanel({ finding, state }: { finding: Finding; state: FindingState }) {
  const { detail, shop } = useJobContext();
  const now = useNowMinute();
  const states = usePieceStates(detail, shop);
  const known = useFinding(finding, detail, shop);
  const effects = useCureEffects(detail, shop, known?.piece, known?.cures ?? NO_CURES);
  const { decide } = useInspecting();
  const mayAnswer = useMay('answerFinding');
  const [cause, setCause] = useState<Cause | null>(lastAnswer(finding)?.cause ?? null);
  const [problem, setProblem] = useState('');
  const [isBusy, setBusy] = useState(false);
  const [isAccepting, setAccepting] = useState(false);
  if (!known) return null;
  const { piece, zone, causes, cures, vanishes } = known;
  async function give(decision: Decision): Promise<string> {
    setBusy(true);
    const kept = await decide(finding, { cause, ...decision });
    setBusy(false);
    const refused = kept.ok ? '' : kept.message;
    setProblem(refused);
    return refused;
  }
  // Alone in its load it has nobody to wait for it.
  const hasLoad =
    (detail.plan?.loads.find(({ pieceIds }) => pieceIds.includes(piece.id))?.pieceIds.length ?? 0) > 1;
  const isOpen = state === 'open' || state === 'left';
  return (
    <Card className="p-5" aria-label="Finding">
      <div className="grid grid-cols-[auto_minmax(0,1fr)] gap-6 max-md:grid-cols-1">
        <div className="flex flex-col items-center gap-3 p-3">
          <SpotPicker
            piece={piece}
            states={states.get(piece.id)}
            colour={zone.newColour}
            side={finding.spot.side}
            spot={finding.spot}
            size={240}
          />
          <PhotoStrip
            detail={detail}
            zoneId={piece.zoneId}
            pieceId={piece.id}
            topic={finding.id}
            title={`${DEFECT_TRAITS[finding.defect].name} on ${piece.tag}`}
          />
        </div>
        <div className="flex flex-col gap-4">
          <div>
            <h2>
              {piece.tag}: {DEFECT_TRAITS[finding.defect].name}
            </h2>
            <p className="text-quiet">
              {SEVERITY_WORDS[finding.severity]}, {finding.spot.side} {PART_WORDS[finding.spot.part]}
              {' · '}
              {detail.steps.find(({ id }) => id === finding.stepId)?.name ?? 'before the first step'}
              {' · '}
              {finding.memberName}, {whenWords(toMinute(finding.foundAt), now, shop.timeZone)}
            </p>
            {finding.note && <p className="mt-1">{finding.note}</p>}
            <Link to={`../pieces/${piece.id}`} className="text-act underline underline-offset-2">
              History of {piece.tag}
            </Link>
          </div>
          <Decided finding={finding} state={state} detail={detail} />
          {problem && <Notice kind="stop">{problem}</Notice>}
          <Causes causes={causes} cause={cause} onCause={setCause} />
          {isOpen && (
            <section aria-label="What to do">
              <h3>What to do</h3>
              {vanishes && (
                <Notice
                  action={
                    <Button
                      kind="act"
                      disabled={isBusy || !mayAnswer}
                      onClick={() => void give({ answer: 'leave' })}
                    >
                      Leave it
                    </Button>
                  }
                >
                  It goes away at <span className="font-semibold">{vanishes}</span>, which comes anyway.
                </Notice>
              )}
              <ul className="mt-2 flex flex-col gap-2">
                {cures.map((option, index) => (
                  <CureCard
                    key={option.cure}
                    option={option}
                    isFirst={index === 0 && !vanishes}
                    effects={effects[index] ?? null}
                    isBusy={isBusy || !mayAnswer}
                    hasLoad={hasLoad}
                    onAccept={(isAlone) => void give({ answer: 'cure', cure: option.cure, isAlone })}
                  />
                ))}
              </ul>
              {cures.length === 0 && <p className="text-quiet">No repair fits this piece now.</p>}
              <div className="mt-3 flex flex-wrap gap-2">
                <Button disabled={isBusy || !mayAnswer} onClick={() => setAccepting(true)}>
                  Accept as it is
                </Button>
                <Button disabled={isBusy || !mayAnswer} onClick={() => void give({ answer: 'replace' })}>
                  Replace the piece
                </Button>
                <Button
                  kind="quiet"
                  disabled={isBusy || !mayAnswer}
                  onClick={() => void give({ answer: 'withdraw' })}
                >
                  Not a defect
                </Button>
              </div>
            </section>
          )}
        </div>
      </div>
      {isAccepting && (
        <ReasonDialog
          title="Accept as it is"
          note="It stays, and the handover sheet says so."
          ask="Who agreed, and why"
          act="Accept"
          keep="Cancel"
          onClose={() => setAccepting(false)}
          onGive={async (reason) => {
            if (reason.trim() === '') return 'Write down who accepted it, and why.';
            const refused = await give({ answer: 'accept', reason: reason.trim() });
            if (refused === '') setAccepting(false);
            return refused || null;
          }}
        />
      )}
    </Card>
  );
}
