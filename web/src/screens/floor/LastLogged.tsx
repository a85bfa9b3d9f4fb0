import type { JobDetail, ShopContext } from '@upholder/core/api';
import { effectiveLog, type LogEntry } from '@upholder/core/jobs';
import { toMinute } from '@upholder/core/shop';
import { actionWords } from '@upholder/core/words';
import { useState } from 'react';
import { useApp } from '../../api/store.ts';
import { waitingEntries } from '../../api/sync/queueSlice.ts';
import { whenWords } from '../../base/times.ts';
import { useInspecting } from '../../job/inspection/useInspecting.ts';
import { Button } from '../../parts/controls.tsx';
import { FileButton } from '../../parts/FileButton.tsx';
import { WithdrawDialog } from '../../parts/WithdrawDialog.tsx';

/** For this long a slip can be taken back right here; later under Log. */
const MINUTES = 10;

/** What was logged last, with the way back. */
export function LastLogged({
  details,
  shop,
  now,
}: {
  details: readonly JobDetail[];
  shop: ShopContext;
  now: number;
}) {
  const [asked, setAsked] = useState<LogEntry | null>(null);
  const [picture, setPicture] = useState('');
  const { picture: addPicture } = useInspecting();
  const envelopes = useApp(({ queue }) => queue.envelopes);
  const waiting = waitingEntries(envelopes);
  // What the server has not seen yet is newer than all it has.
  const order = (entry: LogEntry) => {
    const place = waiting.findIndex(({ id }) => id === entry.id);
    return place === -1 ? Date.parse(entry.loggedAt) : Number.MAX_SAFE_INTEGER - waiting.length + place;
  };
  const last = details
    .flatMap((detail) => effectiveLog(detail.log).map((entry) => ({ entry, detail })))
    .sort((a, b) => order(b.entry) - order(a.entry))[0];
  if (!last) return null;
  const { entry, detail } = last;
  const isWaiting = waiting.some(({ id }) => id === entry.id);
  // What is not at the server yet stays in sight, however long ago the press was and whatever the device's clock did since.
  if (!isWaiting && now - toMinute(entry.loggedAt) > MINUTES) return null;
  const step = detail.steps.find(({ id }) => id === entry.stepId);
  const zoneId = detail.pieces.find(({ id }) => id === entry.pieceIds[0])?.zoneId ?? '';
  async function take(file: File): Promise<void> {
    const { id, jobId, pieceIds } = entry;
    try {
      const kept = await addPicture({ id, jobId, pieceId: pieceIds[0] ?? '', zoneId }, file);
      setPicture(kept.ok ? 'Picture added' : kept.message);
    } catch (error) {
      setPicture(error instanceof Error ? error.message : 'The picture could not be saved.');
    }
  }
  const verb = actionWords(entry.action, entry.work?.stepName ?? step?.name ?? 'a step');
  return (
    <section
      className="flex items-center gap-4 bg-sheet px-5 py-2"
      aria-label="Logged last"
      aria-live="polite"
    >
      <p className="min-w-0 flex-1 truncate">
        Logged: <span className="font-semibold">{verb}</span>, {entry.pieceIds.length}{' '}
        {entry.pieceIds.length === 1 ? 'piece' : 'pieces'},{' '}
        <span className="quantity">{whenWords(toMinute(entry.doneAt), now, shop.timeZone)}</span>
        {isWaiting && <span className="text-quiet">, syncing</span>}
      </p>
      <FileButton
        label={`Picture of ${verb}`}
        accept="image/*"
        isCamera
        posture="floor"
        kind="quiet"
        onFile={(file) => void take(file)}
      >
        {picture || 'Add a picture'}
      </FileButton>
      <Button kind="quiet" posture="floor" disabled={isWaiting} onClick={() => setAsked(entry)}>
        Withdraw
      </Button>
      {asked && (
        <WithdrawDialog
          entry={asked}
          what={`${verb}, ${asked.pieceIds.length === 1 ? '1 piece' : `${asked.pieceIds.length} pieces`}`}
          onClose={() => setAsked(null)}
        />
      )}
    </section>
  );
}
