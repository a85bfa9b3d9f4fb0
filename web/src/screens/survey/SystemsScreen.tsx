import type { JobDetail, ShopContext, ZoneRow } from '@upholder/core/api';
import type { CustomSystemVersion, SystemId } from '@upholder/core/systems';
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

function ZoneSystems({ detail, shop, zone }: { detail: JobDetail; shop: ShopContext; zone: ZoneRow }) {
  const findings = useFindings(detail, zone, shop);
  const [compared, setCompared] = useState<SystemId[]>([]);
  const [choosing, setChoosing] = useState<{ id: SystemId; own: CustomSystemVersion | undefined } | null>(
    null,
  );
  if (!findings.outlooks) return <Skeleton />;
  const onChoose = (id: SystemId, own?: CustomSystemVersion) => setChoosing({ id, own });
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
          detail={detail}
          zone={zone}
          onClose={() => setChoosing(null)}
        />
      )}
    </>
  );
}

/** All systems for a zone: ranked, explained, compared, and one chosen. */
export function SystemsScreen() {
  const { detail, shop } = useJobContext();
  const [search] = useSearchParams();
  const zone = detail.zones.find(({ id }) => id === search.get('zone')) ?? detail.zones[0];
  if (!zone) return <NoZone title="A system is chosen for a zone" />;
  return (
    <main className="flex flex-col gap-3 p-5">
      <ZoneTabs
        zones={detail.zones}
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
        <ZoneSystems key={zone.id} detail={detail} shop={shop} zone={zone} />
      </ZoneTabs>
    </main>
  );
}
