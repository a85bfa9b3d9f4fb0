import { joinPots, type PotRecord, PotRecordSchema } from '@upholder/core/mixing';
import { useEffect, useMemo, useRef } from 'react';
import { useApp, useAppDispatch } from '../app/store.ts';
import { potChanged, potDelivered, potRefused } from './potBox.ts';
import { refusalOf, upholder } from './upholder.ts';

const RETRY_MS = 1500;

/** Sends what the bench has written, as often as it takes; the newest word of a pot is the one that goes. */
export function usePotSender(): void {
  const dispatch = useAppDispatch();
  const next = useApp(({ potBox }) =>
    Object.values(potBox.unsent).find(({ id }) => potBox.refused[id] === undefined),
  );
  const [send] = upholder.usePutPotMutation();
  const sending = useRef('');
  useEffect(() => {
    const word = next ? `${next.id} ${next.revision}` : '';
    if (!next || sending.current === word) return;
    sending.current = word;
    let timer: ReturnType<typeof setTimeout> | null = null;
    let isGone = false;
    async function attempt(): Promise<void> {
      if (!next || isGone) return;
      try {
        dispatch(potDelivered(await send(next).unwrap()));
      } catch (error) {
        const refusal = refusalOf(error);
        const there = PotRecordSchema.safeParse(refusal.current);
        if (refusal.status === 409 && there.success) {
          // Two benches wrote at once: what was poured at either is in the pot.
          dispatch(potChanged(joinPots(there.data, next)));
          return;
        }
        const isWorthWaiting =
          refusal.status === 'unreachable' || refusal.status >= 500 || refusal.status === 401;
        if (isWorthWaiting) timer = setTimeout(() => void attempt(), RETRY_MS);
        else dispatch(potRefused({ id: next.id, message: refusal.message }));
      }
    }
    void attempt();
    return () => {
      isGone = true;
      sending.current = '';
      if (timer) clearTimeout(timer);
    };
  }, [dispatch, next, send]);
}

/** All pots as this bench knows them: what the server has, overlaid by what is still on its way there. */
export function usePots(): { pots: PotRecord[] | null; change(pot: PotRecord): void } {
  const { data } = upholder.usePotsQuery();
  const own = useApp(({ potBox }) => potBox.known);
  const dispatch = useAppDispatch();
  const pots = useMemo(() => {
    if (!data && Object.keys(own).length === 0) return null;
    const known = new Map((data?.pots ?? []).map((pot) => [pot.id, pot]));
    for (const pot of Object.values(own)) {
      const there = known.get(pot.id);
      if (!there || there.revision < pot.revision) known.set(pot.id, pot);
    }
    return [...known.values()].sort(
      (a, b) =>
        Number(a.emptiedAt !== null) - Number(b.emptiedAt !== null) || b.startedAt.localeCompare(a.startedAt),
    );
  }, [data, own]);
  return { pots, change: (pot) => dispatch(potChanged({ ...pot, revision: pot.revision + 1 })) };
}
