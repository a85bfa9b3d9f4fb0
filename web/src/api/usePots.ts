import type { PotRecord } from '@upholder/core/mixing';
import { useMemo } from 'react';
import type { Kept } from './sender.ts';
import { useApp } from './store.ts';
import { envelopeOf, type MixEnvelope } from './sync/envelope.ts';
import { upholder } from './upholder.ts';
import { sender } from './useSync.ts';

/** All pots as this bench knows them: what the server has, overlaid by what is still on its way there. */
export function usePots(): { pots: PotRecord[] | null; change(pot: PotRecord): Promise<Kept> } {
  const { data } = upholder.usePotsQuery();
  const { data: session } = upholder.useSessionQuery();
  const own = useApp(({ queue }) => queue.known);
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
  async function change(pot: PotRecord): Promise<Kept> {
    const member = session?.member;
    if (!member) return { ok: false, message: 'No one is signed in. Sign in and do it again.' };
    const body = { ...pot, revision: pot.revision + 1 };
    return sender().keep(
      envelopeOf<MixEnvelope>('mix', body, { memberId: member.id, memberName: member.name }),
    );
  }
  return { pots, change };
}
