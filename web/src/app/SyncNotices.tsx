import type { Session } from '@upholder/core/api';
import { localDate, toMinute } from '@upholder/core/shop';
import { type ReactNode, useState } from 'react';
import { useLocation } from 'react-router';
import { useApp } from '../api/store.ts';
import { type Envelope, momentIn } from '../api/sync/envelope.ts';
import { upholder } from '../api/upholder.ts';
import { sender } from '../api/useSync.ts';
import { clockWords, dateWords } from '../base/times.ts';
import { Button, Notice } from '../parts/controls.tsx';
import { goOverToNewer, useNewVersion } from './newVersion.ts';

/** So many failures of the server on one entry are worth telling. */
const TELLING_FAILURES = 3;

function entries(count: number): string {
  return `${count} ${count === 1 ? 'entry' : 'entries'}`;
}

const KIND_WORDS = {
  finding: 'a defect',
  answer: 'a decision on a defect',
  event: 'a note on the handover',
  photo: 'a picture',
} as const;

/** Names an envelope as well as this page can: the step and its pieces where the job is known. */
function useEnvelopeWords(): (envelope: Envelope) => string {
  const floor = upholder.endpoints.floor.useQueryState();
  const open = upholder.endpoints.openJobs.useQueryState();
  const { data: shop } = upholder.endpoints.shop.useQueryState();
  return (envelope) => {
    if (envelope.kind === 'mix') {
      const sheet = shop?.products.find(({ key }) => key === envelope.body.productKey)?.sheet;
      return `The mix of ${sheet?.name ?? 'a product'}`;
    }
    const { jobId } = envelope.body;
    const known = [...(floor.data?.details ?? []), ...(open.data?.details ?? [])];
    const detail = known.find(({ job }) => job.id === jobId);
    const code = detail ? `${detail.job.code}: ` : '';
    if (envelope.kind !== 'log') return `${code}${KIND_WORDS[envelope.kind]}`;
    const { stepId, pieceIds } = envelope.body;
    const name = detail?.steps.find(({ id }) => id === stepId)?.name ?? 'A log entry';
    const count = `${pieceIds.length} ${pieceIds.length === 1 ? 'piece' : 'pieces'}`;
    return `${code}${name}, ${count}`;
  };
}

/** A moment in shop time, with the day where it is not the same day. */
function useMomentWords(): (ms: number) => string {
  const { data: shop } = upholder.endpoints.shop.useQueryState();
  return (ms) => {
    const minute = toMinute(new Date(ms));
    const zone = shop?.timeZone ?? 'UTC';
    return `${dateWords(localDate(minute, zone))}, ${clockWords(minute, zone)}`;
  };
}

/** Something that keeps logged work from reaching the server. */
interface Trouble {
  key: string;
  kind: 'act' | 'stop';
  /** For the one line that the floor has for it. */
  short: string;
  text: string;
  action?: ReactNode;
}

/** What may be done with an envelope that the server refused: it stays until somebody sends it again or throws it away. */
function RefusedActions({ id }: { id: string }) {
  const [isSure, setSure] = useState(false);
  return (
    <span className="flex flex-wrap gap-2">
      <Button onClick={() => void sender().sendAgain(id)}>Send again</Button>
      {isSure ? (
        <>
          <Button kind="stop" onClick={() => void sender().discard(id)}>
            Discard for good
          </Button>
          <Button onClick={() => setSure(false)}>Keep</Button>
        </>
      ) : (
        <Button onClick={() => setSure(true)}>Discard…</Button>
      )}
    </span>
  );
}

/** The moments between which a person has to choose, the likelier first. */
function MomentActions({ id, choices }: { id: string; choices: readonly number[] }) {
  const when = useMomentWords();
  return (
    <span className="flex flex-wrap gap-2">
      {choices.map((ms, index) => (
        <Button key={ms} kind={index === 0 ? 'act' : undefined} onClick={() => void sender().settle(id, ms)}>
          {when(ms)}
        </Button>
      ))}
    </span>
  );
}

/** Everything that is in the way, the worst first. */
function useTroubles({ member }: Session): Trouble[] {
  const { envelopes, canKeep, isClockUnsure } = useApp(({ queue }) => queue);
  const { isConnected, keptSince } = useApp(({ deviceSettings }) => deviceSettings);
  const version = useNewVersion();
  const { pathname } = useLocation();
  const words = useEnvelopeWords();
  const when = useMomentWords();
  const troubles: Trouble[] = [];
  const own = envelopes.filter(({ memberId }) => member && memberId === member.id);
  for (const one of own.filter(({ refusal }) => refusal !== null)) {
    const at = momentIn(one);
    troubles.push({
      key: one.id,
      kind: 'stop',
      short: `${words(one)}: rejected by the server.`,
      text: `${words(one)} (${when(Date.parse(at))}) was rejected: ${one.refusal?.message} It is still on this device.`,
      action: <RefusedActions id={one.id} />,
    });
  }
  for (const one of own)
    if (one.choices !== null)
      troubles.push({
        key: one.id,
        kind: 'stop',
        short: `${words(one)}: when was it done?`,
        text: `${words(one)}: this device was asleep or its clock was changed. When was it done?`,
        action: <MomentActions id={one.id} choices={one.choices} />,
      });
  if (member && !canKeep)
    troubles.push({
      key: 'storage',
      kind: 'stop',
      short: 'This browser’s storage is blocked or full: you can only log while connected.',
      text: 'This browser’s storage is blocked or full, so nothing can be saved on this device. Entries go straight to the server, and you can only log while connected.',
    });
  const nameless = envelopes.filter(({ memberId }) => memberId === null);
  if (member && nameless.length > 0)
    troubles.push({
      key: 'nameless',
      kind: 'stop',
      short: `${entries(nameless.length)} without a name on this device.`,
      text: `${entries(nameless.length)} on this device ${nameless.length === 1 ? 'carries' : 'carry'} no name: saved before the last update. Say whose they are to send them.`,
      action: (
        <Button onClick={() => void sender().claim(member.id, member.name)}>
          {nameless.length === 1 ? 'It is mine' : 'They are mine'}
        </Button>
      ),
    });
  const open = own.filter(({ refusal, choices }) => refusal === null && choices === null);
  const failing = open.filter(({ failures }) => failures >= TELLING_FAILURES);
  for (const one of failing)
    troubles.push({
      key: one.id,
      kind: 'stop',
      short: `The server fails on ${words(one)}.`,
      text: `The server fails on ${words(one)}. It is saved here and retried; later entries have been sent.`,
    });
  const waiting = open.length === 0 ? '' : ` ${entries(open.length)} waiting to sync.`;
  if (member && (!isConnected || open.length - failing.length > 1))
    troubles.push({
      key: 'waiting',
      kind: 'act',
      short: `${isConnected ? 'Sending.' : 'No connection to the server.'}${keptSince === null ? '' : ` As of ${when(keptSince)}.`}${waiting}`,
      text: isConnected
        ? `Sending what you logged.${waiting}`
        : `No connection to the server.${keptSince === null ? '' : ` Shown as of ${when(keptSince)}.`}${canKeep ? ' Keep working: entries are saved here and sent automatically.' : ''}${waiting}`,
    });
  if (member && isClockUnsure)
    troubles.push({
      key: 'clock',
      kind: 'act',
      short: 'This device slept or its clock was changed.',
      text: 'This device was asleep or its clock was changed. The time is checked once the server can be reached.',
    });
  const isPouring = /^\/bench\/./.test(pathname);
  if (version !== 'none' && !isPouring)
    troubles.push({
      key: 'version',
      kind: 'act',
      short: 'A newer version is ready.',
      text:
        version === 'came'
          ? 'Another tab has changed over to a newer version. Change this page over too.'
          : 'A newer version of Upholder is ready. Change over when it suits you: this page is loaded again.',
      action: <Button onClick={goOverToNewer}>Change over now</Button>,
    });
  const others = new Map<string, Envelope[]>();
  for (const one of envelopes)
    if (one.memberId !== null && one.memberId !== member?.id)
      others.set(one.memberName, [...(others.get(one.memberName) ?? []), one]);
  for (const [name, kept] of others) {
    const short = `${entries(kept.length)} by ${name} ${kept.length === 1 ? 'waits' : 'wait'} on this device.`;
    const text = `${short} ${kept.length === 1 ? 'It goes' : 'They go'} out when ${name} signs in here.`;
    troubles.push({ key: `of ${name}`, kind: 'act', short, text });
  }
  return troubles;
}

function Full({ troubles }: { troubles: readonly Trouble[] }) {
  return troubles.map(({ key, kind, text, action }) => (
    <Notice key={key} kind={kind} action={action}>
      {text}
    </Notice>
  ));
}

/**
 * What keeps logged work from reaching the server, and what can be done about it. At the desk it stands above the page; on the
 * floor it has one line that is always there, since a notice that came in would push a button away under a finger.
 */
export function SyncNotices({ session, posture }: { session: Session; posture: 'desk' | 'floor' }) {
  const troubles = useTroubles(session);
  const isSending = useApp(({ queue }) =>
    queue.envelopes.some(({ memberId, refusal }) => memberId === session.member?.id && refusal === null),
  );
  const [isOpen, open] = useState(false);
  const [worst, ...more] = troubles;
  if (posture === 'desk')
    return (
      <div className="no-print">
        <Full troubles={troubles} />
      </div>
    );
  const look = worst
    ? { act: 'border-act bg-act-wash', stop: 'border-stop bg-stop-wash font-semibold' }[worst.kind]
    : 'border-transparent text-quiet';
  return (
    <div className="no-print relative z-20">
      <div
        role={worst?.kind === 'stop' ? 'alert' : 'status'}
        className={`flex h-12 items-center gap-4 border-l-[10px] px-4 ${look}`}
      >
        <p className="min-w-0 flex-1 truncate" title={worst?.text}>
          {worst?.short ?? (isSending ? 'Sending what you logged.' : 'Everything you logged is synced.')}
        </p>
        {worst && (
          <Button aria-expanded={isOpen} onClick={() => open(!isOpen)}>
            {isOpen ? 'Close' : more.length > 0 ? `Show all ${troubles.length}` : 'Show'}
          </Button>
        )}
      </div>
      {worst && isOpen && (
        <div className="absolute inset-x-0 top-12 max-h-[60vh] overflow-y-auto border-line border-b-2 bg-sheet">
          <Full troubles={troubles} />
        </div>
      )}
    </div>
  );
}
