import { APPLICATOR_TRAITS, isListed, isSprayed } from '@upholder/core/catalogue';
import { SWITCH_REASONS, type SwitchReason } from '@upholder/core/jobs';
import { itemsOf } from '@upholder/core/mixing';
import { ZONE_APPLICATORS } from '@upholder/core/systems';
import { useState } from 'react';
import { useApp } from '../../api/store.ts';
import { waitingFailures } from '../../api/sync/queueSlice.ts';
import { deviceClock } from '../../base/deviceClock.ts';
import { useHappenings } from '../../job/handover/useHappenings.ts';
import { PiecePicker } from '../../job/log/PiecePicker.tsx';
import type { usePieceStates } from '../../job/useJobContext.ts';
import { Button, Field, Notice, Select } from '../../parts/controls.tsx';
import { Modal } from '../../parts/Modal.tsx';
import type { NowItem, NowLog } from './useNowLog.ts';

const REASON_WORDS: Record<SwitchReason, string> = {
  failed: 'The gun has failed',
  'ran-out': 'Ran out of material',
  other: 'Another reason',
};

/** A gun that has failed, or paint that ran out, in the middle of a coat: what is coated stays coated, the rest goes on otherwise. */
export function FailedDialog({
  item,
  detail,
  shop,
  form,
  states,
  onClose,
}: Pick<NowItem, 'item' | 'detail' | 'shop'> & {
  form: NowLog;
  states: ReturnType<typeof usePieceStates>;
  onClose(): void;
}) {
  const { op } = item;
  const coat = form.coat;
  const happen = useHappenings(detail.job.id);
  const [coated, setCoated] = useState<Set<string>>(new Set());
  const [reason, setReason] = useState<SwitchReason>('failed');
  const listed = coat?.sheet.applicators ?? [];
  const others = ZONE_APPLICATORS.filter((one) => one !== coat?.applicator && isListed(listed, one));
  const [to, setTo] = useState(others.find((one) => !isSprayed(one)) ?? others[0] ?? 'brush');
  // The server marks a gun that has failed; until it has heard of it, what waits here says so.
  const failed = waitingFailures(useApp(({ queue }) => queue.envelopes));
  const guns = itemsOf(shop.benchItems, 'gun').filter(
    ({ id, item: gun }) =>
      gun.applicator === coat?.applicator && !gun.isRetired && !gun.isOutOfOrder && !failed.has(id),
  );
  const [gunId, setGunId] = useState(guns[0]?.id ?? '');
  const [problem, setProblem] = useState<string | null>(null);
  const rest = op.pieceIds.filter((id) => !coated.has(id));

  async function goOn(): Promise<void> {
    if (rest.length === 0) return setProblem('Every piece is coated. Log the coat instead.');
    // The rest first: once the coated ones are logged, this task is another one.
    const answer = await happen({
      kind: 'tool',
      stepId: op.stepId,
      pieceIds: rest,
      to,
      reason,
      itemId: reason === 'failed' && gunId !== '' ? gunId : null,
      note: '',
    });
    if (!answer.ok) return setProblem(answer.message);
    if (coated.size > 0)
      await form.log(
        op.pieceIds.filter((id) => coated.has(id)),
        new Date(deviceClock.now()).toISOString(),
        false,
      );
    onClose();
  }

  return (
    <Modal isOpen onClose={onClose} title="Go on with another tool" note={`${op.name}, ${item.loadLabel}`}>
      <div className="flex flex-col gap-4">
        <Field label="What happened">
          {(ids) => (
            <Select
              {...ids}
              className="min-h-14 text-lead"
              value={reason}
              onChange={({ target }) => setReason(target.value as SwitchReason)}
            >
              {SWITCH_REASONS.map((one) => (
                <option key={one} value={one}>
                  {REASON_WORDS[one]}
                </option>
              ))}
            </Select>
          )}
        </Field>
        {reason === 'failed' && guns.length > 0 && (
          <Field label="Mark as out of order">
            {(ids) => (
              <Select
                {...ids}
                className="min-h-14 text-lead"
                value={gunId}
                onChange={({ target }) => setGunId(target.value)}
              >
                {guns.map(({ id, item: gun }) => (
                  <option key={id} value={id}>
                    {gun.name}
                  </option>
                ))}
                <option value="">none of them</option>
              </Select>
            )}
          </Field>
        )}
        <p className="text-lead">
          Tap the pieces that are coated already. They are logged as coated with it.
        </p>
        <PiecePicker
          pieces={detail.pieces.filter(({ id }) => op.pieceIds.includes(id))}
          zone={detail.zones.find(({ id }) => id === op.zoneId)}
          states={states}
          chosen={coated}
          onChange={setCoated}
        />
        <Field label="The others go on by">
          {(ids) => (
            <Select
              {...ids}
              className="min-h-14 text-lead"
              value={to}
              onChange={({ target }) => setTo(target.value as typeof to)}
            >
              {others.map((one) => (
                <option key={one} value={one}>
                  {APPLICATOR_TRAITS[one].short}
                </option>
              ))}
            </Select>
          )}
        </Field>
        {problem && <Notice kind="stop">{problem}</Notice>}
        <div>
          <Button kind="act" posture="floor" onClick={() => void goOn()}>
            Go on by {APPLICATOR_TRAITS[to].short} with {rest.length}
          </Button>
        </div>
      </div>
    </Modal>
  );
}
