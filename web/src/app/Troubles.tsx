import type { Session } from '@upholder/core/api';
import { localClock, localDate, toMinute } from '@upholder/core/shop';
import { useState } from 'react';
import type { Envelope } from '../api/sync/envelope.ts';
import { sender } from '../api/sync/useSync.ts';
import { upholder } from '../api/upholder.ts';
import { Button, Notice } from '../parts/controls.tsx';
import { useApp } from './store.ts';
import { dateWords } from './times.ts';

/** So many failures of the server on one entry are worth telling. */
const TELLING_FAILURES = 3;

function entries(count: number): string {
  return `${count} ${count === 1 ? 'entry' : 'entries'}`;
}

/** Names an envelope as well as this page can: the step and its pieces where the job is known. */
function useEnvelopeWords(): (envelope: Envelope) => string {
  const floor = upholder.endpoints.floor.useQueryState();
  const { data: shop } = upholder.useShopQuery();
  return (envelope) => {
    if (envelope.kind === 'mix') {
      const sheet = shop?.products.find(({ key }) => key === envelope.body.productKey)?.sheet;
      return `The mix of ${sheet?.name ?? 'a product'}`;
    }
    const { jobId, stepId, pieceIds } = envelope.body;
    const dossier = floor.data?.dossiers.find(({ job }) => job.id === jobId);
    const name = dossier?.steps.find(({ id }) => id === stepId)?.name ?? 'A log entry';
    const count = `${pieceIds.length} ${pieceIds.length === 1 ? 'piece' : 'pieces'}`;
    return `${dossier ? `${dossier.job.code}: ` : ''}${name}, ${count}`;
  };
}

/** A moment in shop time, with the day where it is not the same day. */
function useMomentWords(): (ms: number) => string {
  const { data: shop } = upholder.useShopQuery();
  return (ms) => {
    const minute = toMinute(new Date(ms));
    const zone = shop?.timeZone ?? 'UTC';
    return `${dateWords(localDate(minute, zone))}, ${localClock(minute, zone)}`;
  };
}

/** An envelope that the server refused: it stays until somebody sends it again or throws it away. */
function Refused({ envelope }: { envelope: Envelope }) {
  const words = useEnvelopeWords();
  const when = useMomentWords();
  const [isSure, setSure] = useState(false);
  const at = envelope.kind === 'log' ? Date.parse(envelope.body.doneAt) : Date.parse(envelope.body.startedAt);
  return (
    <Notice
      kind="stop"
      action={
        <span className="flex flex-wrap gap-2">
          <Button onClick={() => void sender().sendAgain(envelope.id)}>Send again</Button>
          {isSure ? (
            <>
              <Button kind="stop" onClick={() => void sender().discard(envelope.id)}>
                Discard for good
              </Button>
              <Button onClick={() => setSure(false)}>Keep</Button>
            </>
          ) : (
            <Button onClick={() => setSure(true)}>Discard…</Button>
          )}
        </span>
      }
    >
      {words(envelope)} ({when(at)}) was not taken: {envelope.refusal?.message} It is kept on this device.
    </Notice>
  );
}

/** What keeps logged work from reaching the server, and what can be done about it. */
export function Troubles({ session }: { session: Session }) {
  const { envelopes, canKeep, isClockUnsure } = useApp(({ queue }) => queue);
  const isConnected = useApp(({ face }) => face.isConnected);
  const words = useEnvelopeWords();
  const when = useMomentWords();
  const { member } = session;
  const open = envelopes.filter(({ refusal }) => refusal === null);
  const own = open.filter(({ memberId, choices }) => memberId === member?.id && choices === null);
  const failing = own.filter(({ failures }) => failures >= TELLING_FAILURES);
  const nameless = open.filter(({ memberId }) => memberId === null);
  const others = new Map<string, Envelope[]>();
  for (const one of envelopes)
    if (one.memberId !== null && one.memberId !== member?.id)
      others.set(one.memberName, [...(others.get(one.memberName) ?? []), one]);
  return (
    <div className="no-print">
      {member && (!isConnected || own.length - failing.length > 1) && (
        <Notice kind="act">
          {isConnected
            ? 'Sending what you logged.'
            : canKeep
              ? 'No connection to the server. Keep working: what you log is kept here and sent when it is back.'
              : 'No connection to the server.'}
          {own.length > 0 && ` ${entries(own.length)} waiting to be sent.`}
        </Notice>
      )}
      {member && !canKeep && (
        <Notice kind="stop">
          This browser’s storage is blocked or full, so nothing can be kept on this device. Each entry goes
          straight to the server, and you can log only while it answers.
        </Notice>
      )}
      {member && isClockUnsure && (
        <Notice kind="act">
          This device slept or its clock was changed. The time is checked as soon as the server answers.
        </Notice>
      )}
      {failing.map((envelope) => (
        <Notice key={envelope.id} kind="stop">
          The server fails on {words(envelope)}. It is kept here and tried again; the entries after it have
          gone on.
        </Notice>
      ))}
      {open.map(
        (envelope) =>
          envelope.choices !== null &&
          envelope.memberId === member?.id && (
            <Notice
              key={envelope.id}
              kind="stop"
              action={
                <span className="flex flex-wrap gap-2">
                  {envelope.choices.map((ms, index) => (
                    <Button
                      key={ms}
                      kind={index === 0 ? 'act' : undefined}
                      onClick={() => void sender().settle(envelope.id, ms)}
                    >
                      {when(ms)}
                    </Button>
                  ))}
                </span>
              }
            >
              {words(envelope)}: this device slept or its clock was changed in between. When was it done?
            </Notice>
          ),
      )}
      {member && nameless.length > 0 && (
        <Notice
          kind="stop"
          action={
            <Button onClick={() => void sender().claim(member.id, member.name)}>
              {nameless.length === 1 ? 'It is mine' : 'They are mine'}
            </Button>
          }
        >
          {entries(nameless.length)} on this device {nameless.length === 1 ? 'carries' : 'carry'} no name:
          kept before the last update. They are sent once somebody says whose they are.
        </Notice>
      )}
      {[...others].map(([name, kept]) => (
        <Notice key={name} kind="act">
          {entries(kept.length)} by {name} {kept.length === 1 ? 'waits' : 'wait'} on this device and{' '}
          {kept.length === 1 ? 'goes' : 'go'} out when {name} signs in here.
        </Notice>
      ))}
      {envelopes
        .filter(({ refusal, memberId }) => refusal !== null && memberId === member?.id)
        .map((envelope) => (
          <Refused key={envelope.id} envelope={envelope} />
        ))}
    </div>
  );
}
