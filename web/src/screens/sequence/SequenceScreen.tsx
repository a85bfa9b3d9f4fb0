import type { JobDetail, ShopContext, ZoneRow } from '@upholder/core/api';
import { totalAreas } from '@upholder/core/pieces';
import { draftOf, type Step } from '@upholder/core/systems';
import { useMemo, useState } from 'react';
import { useSearchParams } from 'react-router';
import { show } from '../../base/voice.ts';
import { shopInZone } from '../../job/airAt.ts';
import { NoZone } from '../../job/NoZone.tsx';
import { LayerSection } from '../../job/steps/LayerSection.tsx';
import { moveTo, StepList } from '../../job/steps/StepList.tsx';
import { useFindings, useSequence } from '../../job/steps/useSequence.ts';
import { useJobContext } from '../../job/useJobContext.ts';
import { ZoneTabs } from '../../job/ZoneTabs.tsx';
import { ButtonLink } from '../../parts/ButtonLink.tsx';
import { Button, Notice } from '../../parts/controls.tsx';
import { UndoButtons } from '../../parts/UndoButtons.tsx';
import { Choices } from './Choices.tsx';
import { FindingsPanel } from './FindingsPanel.tsx';
import { KeepSystem } from './KeepSystem.tsx';
import { PhaseHours } from './PhaseHours.tsx';
import { SharingRow } from './SharingRow.tsx';
import { SinglePieces } from './SinglePieces.tsx';

function ZoneSequence({ detail, shop, zone }: { detail: JobDetail; shop: ShopContext; zone: ZoneRow }) {
  const [problem, setProblem] = useState<string | null>(null);
  const [openKey, setOpenKey] = useState<string | null>(null);
  const [isKeeping, setIsKeeping] = useState(false);
  const pieces = detail.pieces.filter(({ zoneId }) => zoneId === zone.id);
  const steps = useMemo(
    (): Step[] => detail.steps.filter(({ zoneId }) => zoneId === zone.id),
    [detail.steps, zone.id],
  );
  const drafts = useMemo(() => steps.map(draftOf), [steps]);
  const editor = useSequence(detail, zone, steps);
  const findings = useFindings(detail, zone, steps, shop);
  const markOf = (key: string) =>
    findings.find(({ at, severity }) => at === key && severity !== 'advise')?.severity ?? null;
  function show(key: string): void {
    setOpenKey(key);
    document.getElementById(`step-${key}`)?.scrollIntoView({ block: 'center' });
  }
  return (
    <>
      {(problem ?? editor.problem) && <Notice kind="stop">{problem ?? editor.problem}</Notice>}
      <Choices zone={zone} detail={detail} shop={shop} onProblem={setProblem} />
      {steps.length > 0 && (
        <>
          <SharingRow detail={detail} zone={zone} shop={shop} onProblem={setProblem} />
          <div className="flex flex-wrap items-center gap-2">
            <h2 className="flex-1">
              {steps.length} steps
              {zone.isEdited && <span className="font-normal text-quiet"> · changed by hand</span>}
            </h2>
            <SinglePieces zone={zone} steps={drafts} pieces={pieces} shop={shop} editor={editor} />
            <Button onClick={() => setIsKeeping(true)}>Save as custom system</Button>
            <ButtonLink to={`../sequence/card?zone=${zone.id}`}>Process card</ButtonLink>
            <UndoButtons history={editor.history} />
          </div>
          <PhaseHours detail={detail} zone={zone} shop={shop} />
          <FindingsPanel
            detail={detail}
            shop={shop}
            zone={zone}
            findings={findings}
            nameOf={(key) => steps.find((step) => step.key === key)?.name}
            editor={editor}
            onShow={show}
          />
          <div className="grid grid-cols-[minmax(0,1fr)_16rem] items-start gap-4 max-md:grid-cols-1">
            <StepList
              steps={drafts}
              shop={shop}
              pieces={pieces}
              colour={zone.newColour}
              isOnSite={detail.job.place === 'client'}
              openKey={openKey}
              onOpen={setOpenKey}
              markOf={markOf}
              editor={editor}
            />
            <div className="sticky top-4 max-md:static">
              <LayerSection
                zone={zone}
                steps={drafts}
                shop={shop}
                onShow={show}
                onMove={(key, over) =>
                  editor.edit(`move of ${steps.find((step) => step.key === key)?.name}`, [
                    moveTo(drafts, key, over),
                  ])
                }
              />
            </div>
          </div>
        </>
      )}
      {isKeeping && (
        <KeepSystem detail={detail} zone={zone} steps={drafts} onClose={() => setIsKeeping(false)} />
      )}
    </>
  );
}

/** The sequence of a zone: which system, what the rules say of it, and the steps, each of which can be changed. */
export function SequenceScreen() {
  const { detail, shop: around } = useJobContext();
  const [search] = useSearchParams();
  const zone = detail.zones.find(({ id }) => id === search.get('zone')) ?? detail.zones[0];
  if (!zone) return <NoZone title="A sequence belongs to a zone" />;
  const pieces = detail.pieces.filter(({ zoneId }) => zoneId === zone.id);
  const shop = shopInZone(around, detail, zone);
  const { airC, rhPct } = shop.planningClimate;
  const own = Object.keys(detail.job.methods.choices).length;
  return (
    <main className="flex flex-col gap-4 p-5">
      <ZoneTabs
        zones={detail.zones}
        openId={zone.id}
        aside={
          <span className="flex items-center gap-4">
            <span className="text-quiet">
              <span className="quantity text-ink">{pieces.length}</span> pieces,{' '}
              <span className="quantity text-ink">{show('area', totalAreas(pieces).totalMm2 / 1e6)}</span>.{' '}
              {shop.outdoors ? (
                'Drying times outdoors: from the best to the worst hour for a coat.'
              ) : (
                <>
                  Drying times for{' '}
                  <span className="quantity text-ink">
                    {show('temperature', airC)}, {Math.round(rhPct)} %
                  </span>
                  , {shop === around ? 'the next 24 hours here' : 'where its pieces are worked'}.
                </>
              )}
            </span>
            <ButtonLink to="../sequence/methods">
              Shop methods{own > 0 && `, ${own} set for this job`}
            </ButtonLink>
          </span>
        }
      >
        <ZoneSequence key={zone.id} detail={detail} shop={shop} zone={zone} />
      </ZoneTabs>
    </main>
  );
}
