import type { Dossier, ShopContext, ZoneRow } from '@upholder/core/api';
import type { OwnSystemVersion, SystemId } from '@upholder/core/systems';
import { useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import { NoZone } from '../../job/NoZone.tsx';
import { useJobContext } from '../../job/useJobContext.ts';
import { ZoneTabs } from '../../job/ZoneTabs.tsx';
import { Skeleton } from '../../parts/controls.tsx';
import { ChooseDialog } from './ChooseDialog.tsx';
import { Comparison } from './Comparison.tsx';
import { RankedList } from './RankedList.tsx';
import { useFindings } from './useSurvey.ts';

function ZoneSystems({ dossier, shop, zone }: { dossier: Dossier; shop: ShopContext; zone: ZoneRow }) {
  const findings = useFindings(dossier, zone, shop);
  const [compared, setCompared] = useState<SystemId[]>([]);
  const [choosing, setChoosing] = useState<{ id: SystemId; own: OwnSystemVersion | undefined } | null>(null);
  if (!findings.outlooks) return <Skeleton />;
  const onChoose = (id: SystemId, own?: OwnSystemVersion) => setChoosing({ id, own });
  const shared = { findings, zone, shop, compared, onChoose };
  return (
    <>
      {compared.length >= 2 && <Comparison {...shared} />}
      <RankedList
        {...shared}
        onCompare={(id) =>
          setCompared((known) =>
            known.includes(id) ? known.filter((other) => other !== id) : [...known, id],
          )
        }
      />
      {choosing && (
        <ChooseDialog
          systemId={choosing.id}
          own={choosing.own}
          findings={findings}
          dossier={dossier}
          zone={zone}
          onClose={() => setChoosing(null)}
        />
      )}
    </>
  );
}

/** All systems for a zone: ranked, explained, compared, and one chosen. */
export function SystemsScreen() {
  const { dossier, shop } = useJobContext();
  const [search] = useSearchParams();
  const zone = dossier.zones.find(({ id }) => id === search.get('zone')) ?? dossier.zones[0];
  if (!zone) return <NoZone title="A system is chosen for a zone" />;
  return (
    <main className="flex flex-col gap-3 p-5">
      <ZoneTabs
        zones={dossier.zones}
        openId={zone.id}
        aside={
          <Link
            to={`../survey?zone=${zone.id}`}
            className="font-semibold text-act underline underline-offset-2"
          >
            Back to the questions
          </Link>
        }
      >
        <p className="text-quiet">
          Select two or three to compare side by side. Days, hours and material are rough estimates for the
          take-off so far.
        </p>
        <ZoneSystems key={zone.id} dossier={dossier} shop={shop} zone={zone} />
      </ZoneTabs>
    </main>
  );
}
