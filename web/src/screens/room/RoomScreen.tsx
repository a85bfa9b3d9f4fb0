import { isSprayed } from '@upholder/core/catalogue';
import { NO_ROOM, proposeProtection, type Room, withLearned } from '@upholder/core/jobs';
import { isWorkedInRoom, workedWay } from '@upholder/core/pieces';
import { upholder } from '../../api/upholder.ts';
import { useMay } from '../../api/useMay.ts';
import { useHistory } from '../../base/useHistory.ts';
import { PiecesTabs } from '../../job/PiecesTabs.tsx';
import { useJobContext } from '../../job/useJobContext.ts';
import { Button, Card, Notice } from '../../parts/controls.tsx';
import { DraftField } from '../../parts/DraftField.tsx';
import { MayNote } from '../../parts/MayNote.tsx';
import { PrintHead } from '../../parts/PrintHead.tsx';
import { SaveHead } from '../../parts/SaveHead.tsx';
import { UndoButtons } from '../../parts/UndoButtons.tsx';
import { saveOutcome, useDraftForm } from '../../parts/useDraftForm.ts';
import { ProtectionRows } from './ProtectionRows.tsx';
import { RoomSheet } from './RoomSheet.tsx';
import { RoomSummary } from './RoomSummary.tsx';
import { readRoom, roomDraft, roomSoFar, withTasks } from './roomDraft.ts';
import { WaysCard } from './WaysCard.tsx';

/** The client's room: how large it is, how warm it is kept, and what is protected before anybody works in it. */
export function RoomScreen() {
  const { detail, shop } = useJobContext();
  const { job, pieces, openings, steps } = detail;
  const room = job.room ?? NO_ROOM;
  const isOnSite = job.place === 'client';
  const inRoom = pieces.filter((piece) => isWorkedInRoom(workedWay(piece, isOnSite)));
  const zones = new Set(inRoom.map(({ zoneId }) => zoneId));
  const sprays = steps.some(({ zoneId, applicator }) => zones.has(zoneId) && isSprayed(applicator));
  const mayChange = useMay('changeRoom');
  const history = useHistory();
  const [change] = upholder.useChangeRoomMutation();
  const put = async (wanted: Room, version: number) =>
    saveOutcome(await change({ id: job.id, version, room: wanted }), (kept) => ({
      draft: roomDraft(kept.room ?? NO_ROOM),
      version: kept.version,
    }));
  const form = useDraftForm<Room>({
    start: roomDraft(room),
    version: job.version,
    read: (draft) => readRoom(draft, room),
    saved: 'Saved. Replan the job to use it.',
    async save(after, version) {
      const outcome = await put(after, version);
      if ('refusal' in outcome) return outcome;
      let last = outcome.version;
      const again = async (wanted: Room): Promise<boolean> => {
        const done = await put(wanted, last);
        if ('refusal' in done) {
          form.say({ kind: 'stop', words: done.refusal.message });
          return false;
        }
        last = done.version;
        form.start(done.draft, done.version);
        form.say({ kind: 'plain', words: 'The room is changed back. Replan the job to use it.' });
        return true;
      };
      history.record({ what: 'the last save', undo: () => again(room), redo: () => again(after) });
      return outcome;
    },
  });
  const learned = upholder.useRoomMinutesQuery().data?.learned ?? [];
  const soFar = roomSoFar(form.draft, room);
  const propose = () => {
    const basis = { pieces, openings: openings.length, isOnSite, isSprayed: sprays };
    const tasks = withLearned(proposeProtection(soFar, basis), learned);
    for (const [name, value] of Object.entries(withTasks(form.draft, tasks)))
      if (form.draft[name] !== value) form.write(name, value);
  };
  return (
    <>
      <MayNote call="changeRoom" />
      <main className="flex flex-col gap-3 px-5 py-3 max-md:px-3">
        <PrintHead job={job}>room protection</PrintHead>
        <PiecesTabs />
        {inRoom.length === 0 && (
          <Notice kind="plain">
            No piece of this job is worked in the client’s room. Set how pieces are worked in the list: on the
            hinges, or fixed in the room.
          </Notice>
        )}
        <RoomSheet detail={detail} room={soFar} />
        <div className="no-print grid grid-cols-[minmax(0,2fr)_minmax(0,1fr)] items-start gap-5 max-lg:grid-cols-1">
          <Card className="p-5">
            <SaveHead
              title={<h1>Room</h1>}
              said={form.said}
              save="Save the room"
              isSaving={form.isSaving || !mayChange}
              onSave={() => void form.save()}
            >
              <Button onClick={() => window.print()} disabled={room.tasks.length === 0}>
                Print
              </Button>
              <UndoButtons history={history} isBusy={form.isSaving} />
            </SaveHead>
            <div className="mt-3 grid grid-cols-3 gap-x-4 gap-y-3 max-md:grid-cols-2">
              <DraftField form={form} name="lengthMm" label="Length" quantity="length" withUnit />
              <DraftField form={form} name="widthMm" label="Width" quantity="length" withUnit />
              <DraftField form={form} name="heightMm" label="Height" quantity="length" withUnit />
            </div>
            <label className="mt-3 flex press-h-9 items-center gap-2.5">
              <input
                type="checkbox"
                className="size-5 shrink-0 accent-[var(--act)]"
                checked={form.draft.isHeated === true}
                onChange={({ target }) => form.write('isHeated', target.checked)}
              />
              Heated day and night: its films dry in this air, not in the shop’s
            </label>
            {form.draft.isHeated === true && (
              <div className="mt-2 grid grid-cols-3 gap-x-4 max-md:grid-cols-2">
                <DraftField form={form} name="airC" label="Room air" quantity="temperature" />
                <DraftField form={form} name="rhPct" label="Humidity, %" />
              </div>
            )}
            <div className="mt-6 flex flex-wrap items-center gap-3">
              <h2 className="flex-1">Protection</h2>
              <Button onClick={propose} disabled={!mayChange}>
                Propose from size and take-off
              </Button>
            </div>
            <ProtectionRows form={form} soFar={soFar} learned={learned} />
          </Card>
          <div className="flex flex-col gap-5">
            <RoomSummary detail={detail} room={soFar} isSprayed={sprays} isSaved={!form.isChanged} />
            <WaysCard detail={detail} shop={shop} />
          </div>
        </div>
      </main>
    </>
  );
}
