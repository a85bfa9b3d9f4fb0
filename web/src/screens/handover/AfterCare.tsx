import {
  callBacksOf,
  type DueFollowUp,
  eventsOf,
  FOLLOW_UP_QUESTIONS,
  type FollowUpQuestion,
  findingsOfCallBack,
  followUpsOf,
  lastHandover,
} from '@upholder/core/handover';
import { CAUSE_WORDS, DEFECT_TRAITS, lastAnswer } from '@upholder/core/inspection';
import { localDate, toMinute } from '@upholder/core/shop';
import { useState } from 'react';
import { Link } from 'react-router';
import { useMay } from '../../api/useMay.ts';
import { dateWords, whenWords } from '../../base/times.ts';
import { useNowMinute } from '../../base/useNow.ts';
import { useHappenings } from '../../job/handover/useHappenings.ts';
import { ANSWER_WORDS, FOLLOW_UP_WORDS, OUTCOME_WORDS, QUESTION_WORDS } from '../../job/handover/words.ts';
import { ReportDialog } from '../../job/inspection/ReportDialog.tsx';
import { useJobContext } from '../../job/useJobContext.ts';
import { Button, Card, Notice } from '../../parts/controls.tsx';
import { ReasonDialog } from '../../parts/ReasonDialog.tsx';
import { EndCallBack } from './EndCallBack.tsx';
import { FollowUpDialog } from './FollowUpDialog.tsx';

/** What was answered when the client was asked. */
function Answers({ what }: { what: Record<FollowUpQuestion, 'no' | 'yes' | 'not-seen'> & { note: string } }) {
  return (
    <>
      {FOLLOW_UP_QUESTIONS.map((question) => (
        <span key={question} className={what[question] === 'yes' ? 'font-semibold text-stop' : ''}>
          {QUESTION_WORDS[question]}: {ANSWER_WORDS[what[question]]}.{' '}
        </span>
      ))}
      {what.note}
    </>
  );
}

/** The questions about the finish: answered ones, and those to come with their dates. */
function FollowUps({ onCallBack }: { onCallBack(): void }) {
  const { detail, shop } = useJobContext();
  const now = useNowMinute();
  const mayAsk = useMay('addJobEvent');
  const [asking, setAsking] = useState<DueFollowUp | null>(null);
  const handover = lastHandover(detail.events);
  if (!handover) return null;
  const today = localDate(now, shop.timeZone);
  const due = followUpsOf(detail.events, localDate(toMinute(handover.at), shop.timeZone));
  return (
    <section aria-label="Follow-ups" className="mt-3">
      <h3>Follow-ups</h3>
      <ul className="mt-1">
        {eventsOf(detail.events, 'follow-up').map(({ id, at, what, memberName }) => (
          <li key={id} className="border-line border-t py-1.5 leading-snug">
            <span className="font-semibold">{FOLLOW_UP_WORDS[what.which]}</span>{' '}
            <span className="text-quiet">
              {whenWords(toMinute(at), now, shop.timeZone)}, {memberName}
            </span>
            <span className="block">
              <Answers what={what} />
            </span>
          </li>
        ))}
        {due.map((one) => {
          const isDue = one.dueOn <= today;
          return (
            <li key={one.which} className="flex items-center gap-3 border-line border-t py-1.5 leading-snug">
              <span className="flex-1">
                <span className="font-semibold">{FOLLOW_UP_WORDS[one.which]}</span>
                <span className={`block text-note ${isDue ? 'font-semibold text-act' : 'text-quiet'}`}>
                  {isDue ? 'due since' : 'on'} {dateWords(one.dueOn, true)}
                </span>
              </span>
              <Button kind={isDue ? 'act' : 'plain'} disabled={!mayAsk} onClick={() => setAsking(one)}>
                Ask now
              </Button>
            </li>
          );
        })}
      </ul>
      {asking && (
        <FollowUpDialog
          followUp={asking}
          onClose={() => setAsking(null)}
          onCallBack={() => {
            setAsking(null);
            onCallBack();
          }}
        />
      )}
    </section>
  );
}

/** Call-backs with what was found and how they ended. */
function CallBacks() {
  const { detail, shop } = useJobContext();
  const now = useNowMinute();
  const mayEnd = useMay('addJobEvent');
  const happen = useHappenings(detail.job.id);
  const [ending, setEnding] = useState<string | null>(null);
  const all = callBacksOf(detail.events);
  if (all.length === 0) return null;
  return (
    <section aria-label="Call-backs" className="mt-3">
      <h3>Call-backs</h3>
      <ul className="mt-1">
        {all.map(({ event, end }) => (
          <li key={event.id} className="border-line border-t py-2 leading-snug">
            <span className="font-semibold">{whenWords(toMinute(event.at), now, shop.timeZone)}</span>{' '}
            <span className="text-quiet">{event.memberName}</span>
            {event.what.words && <span className="block italic">“{event.what.words}”</span>}
            {findingsOfCallBack(event.id, detail).map(({ finding, isOpen }) => {
              const cause = lastAnswer(finding)?.cause;
              return (
                <span key={finding.id} className="block">
                  <Link
                    to={`../inspection?finding=${finding.id}`}
                    className="text-act underline underline-offset-2"
                  >
                    {detail.pieces.find(({ id }) => id === finding.pieceId)?.tag}:{' '}
                    {DEFECT_TRAITS[finding.defect].name}
                  </Link>
                  <span className="text-quiet">
                    {cause ? ` · ${CAUSE_WORDS[cause]}` : ' · cause not confirmed yet'}
                    {isOpen && ' · not settled'}
                  </span>
                </span>
              );
            })}
            {end ? (
              <span className="block">
                {OUTCOME_WORDS[end.what.outcome]} {whenWords(toMinute(end.at), now, shop.timeZone)}.{' '}
                {end.what.note}
              </span>
            ) : (
              <span className="mt-1.5 flex flex-wrap gap-2">
                <Button disabled={!mayEnd} onClick={() => setEnding(event.id)}>
                  End this call-back
                </Button>
                <Button
                  kind="quiet"
                  disabled={!mayEnd}
                  onClick={() => void happen({ kind: 'withdrawn', eventId: event.id })}
                >
                  It was a mistake
                </Button>
              </span>
            )}
          </li>
        ))}
      </ul>
      {ending && <EndCallBack callBackId={ending} onClose={() => setEnding(null)} />}
    </section>
  );
}

/** Everything after a handover: questions to the client, call-backs, and the end of it. */
export function AfterCare({ className, onProblem }: { className: string; onProblem(message: string): void }) {
  const { detail, shop } = useJobContext();
  const now = useNowMinute();
  const happen = useHappenings(detail.job.id);
  const mayChange = useMay('addJobEvent');
  const [isCalledBack, setCalledBack] = useState(false);
  const [isClosing, setClosing] = useState(false);
  const { status } = detail.job;
  const hasCallBack = callBacksOf(detail.events).length > 0;
  if (status === 'open' && !hasCallBack) return null;
  async function say(what: Parameters<typeof happen>[0]): Promise<string | null> {
    const kept = await happen(what);
    onProblem(kept.ok ? '' : kept.message);
    return kept.ok ? null : kept.message;
  }
  return (
    <Card className={`p-5 ${className}`} aria-label="After the handover">
      <h2>After the handover</h2>
      {status === 'closed' && <Notice>This job is closed. A call-back opens it again.</Notice>}
      {status !== 'open' && (
        <div className="mt-3 flex flex-wrap gap-2">
          <Button disabled={!mayChange} onClick={() => setCalledBack(true)}>
            Open a call-back
          </Button>
          {status === 'handed-over' && (
            <Button disabled={!mayChange} onClick={() => setClosing(true)}>
              Close the job
            </Button>
          )}
          <Button
            kind="quiet"
            disabled={!mayChange}
            onClick={() => void say({ kind: 'reopened', reason: '' })}
          >
            Reopen
          </Button>
        </div>
      )}
      {status !== 'closed' && <FollowUps onCallBack={() => setCalledBack(true)} />}
      <CallBacks />
      {isCalledBack && (
        <ReportDialog
          detail={detail}
          shop={shop}
          pieces={detail.pieces}
          now={now}
          callBackVia="job"
          onClose={() => setCalledBack(false)}
        />
      )}
      {isClosing && (
        <ReasonDialog
          title="Close the job"
          note="No more reminders. A call-back opens it again."
          ask="Note, if any"
          act="Close the job"
          keep="Cancel"
          onClose={() => setClosing(false)}
          onGive={async (reason) => {
            const refused = await say({ kind: 'closed', reason: reason.trim() });
            if (refused === null) setClosing(false);
            return refused;
          }}
        />
      )}
    </Card>
  );
}
