import { regional } from '@upholder/core/said';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { v7 as uuid } from 'uuid';
import { refusalOf, upholder } from '../../api/upholder.ts';
import { useMay } from '../../api/useMay.ts';
import { useJobContext } from '../../job/useJobContext.ts';
import { newZoneSpec } from '../../job/zoneSpec.ts';
import { Button, Card, Notice } from '../../parts/controls.tsx';
import { Head } from './BriefHead.tsx';
import { ClientLinks } from './ClientLinks.tsx';
import { ZoneCard } from './ZoneCard.tsx';

/** Who, where, when, and the zones that share colour and system. */
export function BriefScreen() {
  const context = useJobContext();
  const { detail } = context;
  const [addZone] = upholder.useAddZoneMutation();
  const [deleteJob] = upholder.useDeleteJobMutation();
  const [problem, setProblem] = useState<string | null>(null);
  const [isSure, setSure] = useState(false);
  const navigate = useNavigate();
  const mayShare = useMay('clientLinks');
  async function newZone(): Promise<void> {
    const spec = newZoneSpec(`Zone ${detail.zones.length + 1}`);
    const outcome = await addZone({ jobId: detail.job.id, id: uuid(), spec });
    setProblem('error' in outcome ? refusalOf(outcome.error).message : null);
  }
  return (
    <main className="grid grid-cols-[minmax(0,5fr)_minmax(0,6fr)] items-start gap-5 p-5 max-md:grid-cols-1 max-md:p-3">
      <div className="flex flex-col gap-4">
        <Head key={detail.job.id} {...context} />
        {mayShare && <ClientLinks jobId={detail.job.id} timeZone={context.shop.timeZone} />}
        {detail.log.length === 0 && (
          <div className="flex flex-wrap gap-2">
            {isSure ? (
              <>
                <Button
                  kind="stop"
                  onClick={async () => {
                    const outcome = await deleteJob(detail.job.id);
                    if ('error' in outcome) setProblem(refusalOf(outcome.error).message);
                    else navigate('/jobs');
                  }}
                >
                  Delete {detail.job.code} for good
                </Button>
                <Button onClick={() => setSure(false)}>Keep</Button>
              </>
            ) : (
              <Button kind="quiet" onClick={() => setSure(true)}>
                Delete this job…
              </Button>
            )}
          </div>
        )}
      </div>
      <div className="flex flex-col gap-4">
        {problem && <Notice kind="stop">{problem}</Notice>}
        {detail.zones.length === 0 && (
          <Card className="p-5">
            <h2>No zones yet</h2>
            <p className="mt-1 text-quiet">
              {regional(
                'A zone is the pieces that share colours and finishing system. Most jobs have one to three.',
              )}
            </p>
          </Card>
        )}
        {detail.zones.map((zone) => (
          <ZoneCard key={zone.id} zone={zone} {...context} />
        ))}
        <div>
          <Button kind={detail.zones.length === 0 ? 'act' : 'plain'} onClick={() => void newZone()}>
            Add a zone
          </Button>
        </div>
      </div>
    </main>
  );
}
