import {
  JOB_STATE_WORDS,
  jobCareDates,
  lastHandover,
  leftOpenOf,
  notPromised,
  openCallBack,
} from '@upholder/core/handover';
import { toMinute } from '@upholder/core/shop';
import { speak } from '@upholder/core/words';
import { useMemo, useState } from 'react';
import { Link } from 'react-router';
import { useMay } from '../../api/useMay.ts';
import { whenWords } from '../../base/times.ts';
import { useNowMinute } from '../../base/useNow.ts';
import { voice } from '../../base/voice.ts';
import { stateOfJob } from '../../job/handover/stateOfJob.ts';
import { useCare } from '../../job/handover/useCare.ts';
import { useHappenings } from '../../job/handover/useHappenings.ts';
import { toPlanningShop, useJobContext } from '../../job/useJobContext.ts';
import { Button, Card, Notice } from '../../parts/controls.tsx';
import { PhotoStrip } from '../../parts/PhotoStrip.tsx';
import { AfterCare } from './AfterCare.tsx';
import { Readings } from './Readings.tsx';
import { RefitList } from './RefitList.tsx';
import { SignDialog } from './SignDialog.tsx';
import { TouchUps } from './TouchUps.tsx';

const PAPERS = [
  { to: 'sheet', name: 'Handover sheet', note: 'to sign' },
  { to: 'care', name: 'Care card', note: 'with this job’s dates' },
  { to: 'pots', name: 'Touch-up labels', note: 'product, batch, thinning' },
  { to: 'leftovers', name: 'Leftovers and waste', note: 'what stays, what goes where' },
] as const;

/** Where the job stands, what is still open, and the way to hand it over. */
function Standing() {
  const { detail, shop } = useJobContext();
  const now = useNowMinute();
  const mayHandOver = useMay('addJobEvent');
  const [isSigning, setSigning] = useState(false);
  const left = useMemo(() => leftOpenOf(detail, toPlanningShop(shop), now), [detail, shop, now]);
  const cares = useCare(detail, shop);
  const state = stateOfJob(detail);
  const isOpen = detail.job.status === 'open';
  const happen = useHappenings(detail.job.id);
  const handover = lastHandover(detail.events);
  const callBack = openCallBack(detail.events);
  const limits = useMemo(
    () =>
      notPromised(detail, shop.settings)
        .map((line) => speak(line, voice()))
        .join('\n'),
    [detail, shop.settings],
  );
  return (
    <Card className="p-5" aria-label="Standing">
      <h2 className="first-letter:uppercase">{JOB_STATE_WORDS[state]}</h2>
      {handover && (
        <p className="text-quiet">
          Handed over {whenWords(toMinute(handover.at), now, shop.timeZone)}
          {handover.what.how === 'unsigned' ? ', not signed yet' : `, signed by ${handover.what.signedBy}`}{' '}
          {!isOpen && (
            <Button
              kind="quiet"
              className="no-print font-normal underline"
              disabled={!mayHandOver}
              onClick={() => void happen({ kind: 'withdrawn', eventId: handover.id })}
            >
              Take the handover back
            </Button>
          )}
        </p>
      )}
      {isOpen && (
        <>
          {detail.pieces.length === 0 ? (
            <p className="mt-2">
              No pieces yet.{' '}
              <Link to="../pieces" className="font-semibold text-act underline underline-offset-2">
                List them first
              </Link>
            </p>
          ) : left.length === 0 ? (
            <p className="mt-2">Everything is done and ticked.</p>
          ) : (
            <ul aria-label="Still open" className="mt-2 flex flex-col gap-1 leading-snug">
              {left.map(({ kind, words }) => (
                <li
                  key={words}
                  className={`border-l-[6px] pl-2.5 ${kind === 'work' ? 'border-stop font-semibold' : 'border-tape'}`}
                >
                  {words}
                </li>
              ))}
            </ul>
          )}
          <Button
            kind="act"
            posture="floor"
            className="mt-4 w-full"
            disabled={!mayHandOver || detail.pieces.length === 0}
            onClick={() => setSigning(true)}
          >
            {callBack ? 'Hand over again' : 'Hand over'}
          </Button>
        </>
      )}
      {!isOpen && handover?.what.how === 'unsigned' && (
        <Button
          kind="act"
          posture="floor"
          className="mt-4 w-full"
          disabled={!mayHandOver}
          onClick={() => setSigning(true)}
        >
          Have it signed
        </Button>
      )}
      {isSigning && (
        <SignDialog
          left={isOpen ? left : []}
          care={isOpen ? jobCareDates(cares) : (handover?.what.care ?? null)}
          limits={isOpen || !handover ? limits : handover.what.limits}
          before={isOpen ? [] : (handover?.what.leftOpen ?? [])}
          callBackId={isOpen ? (callBack?.event.id ?? null) : null}
          onClose={() => setSigning(false)}
        />
      )}
    </Card>
  );
}

/** Everything from the last coat to the last question: back into the room, signed, cared for, called back. */
export function HandoverScreen() {
  const { detail } = useJobContext();
  const [problem, setProblem] = useState('');
  const [first] = detail.zones;
  return (
    <main className="grid flex-1 grid-cols-[minmax(0,1fr)_minmax(20rem,26rem)] items-start gap-4 p-5 max-lg:flex max-lg:flex-col max-lg:items-stretch max-md:p-3">
      <div className="flex flex-col gap-4 max-lg:contents">
        {problem && <Notice kind="stop">{problem}</Notice>}
        <RefitList className="max-lg:order-2" onProblem={setProblem} />
        <Readings className="max-lg:order-4" onProblem={setProblem} />
      </div>
      <div className="flex flex-col gap-4 max-lg:contents">
        <Standing />
        <AfterCare className="max-lg:order-1" onProblem={setProblem} />
        <TouchUps className="max-lg:order-3" onProblem={setProblem} />
        <Card className="p-5 max-lg:order-5" aria-label="Papers">
          <h2>Papers</h2>
          <ul className="mt-2">
            {PAPERS.map(({ to, name, note }) => (
              <li key={to} className="border-line border-t">
                <Link to={to} className="flex press-h-12 items-center gap-3">
                  <span className="font-semibold text-act underline underline-offset-2">{name}</span>
                  <span className="text-note text-quiet">{note}</span>
                </Link>
              </li>
            ))}
          </ul>
        </Card>
        {first && (
          <Card className="p-5 max-lg:order-6" aria-label="Pictures">
            <h2>Pictures</h2>
            {detail.zones.map((zone) => (
              <div key={zone.id} className="mt-2 grid grid-cols-[5rem_1fr] items-center gap-x-3 gap-y-1.5">
                <h3 className="col-span-2">{zone.name}</h3>
                {(['before', 'after'] as const).map((topic) => (
                  <div key={topic} className="contents">
                    <span className="text-quiet">{topic}</span>
                    <PhotoStrip
                      detail={detail}
                      zoneId={zone.id}
                      topic={topic}
                      title={`${zone.name}, ${topic}`}
                    />
                  </div>
                ))}
              </div>
            ))}
          </Card>
        )}
      </div>
    </main>
  );
}
