import type { MixRecord } from '@upholder/core/mixing';
import { useMemo } from 'react';
import type { Kept } from './sender.ts';
import { useApp } from './store.ts';
import { envelopeOf, type MixEnvelope } from './sync/envelope.ts';
import { upholder } from './upholder.ts';
import { sender } from './useSync.ts';

/** All mixes as this bench knows them: what the server has, overlaid by what is still on its way there. */
export function useMixes(): { mixes: MixRecord[] | null; change(mix: MixRecord): Promise<Kept> } {
  const { data } = upholder.useMixesQuery();
  const { data: session } = upholder.useSessionQuery();
  const own = useApp(({ queue }) => queue.known);
  const mixes = useMemo(() => {
    if (!data && Object.keys(own).length === 0) return null;
    const known = new Map((data?.mixes ?? []).map((mix) => [mix.id, mix]));
    for (const mix of Object.values(own)) {
      const there = known.get(mix.id);
      if (!there || there.revision < mix.revision) known.set(mix.id, mix);
    }
    return [...known.values()].sort(
      (a, b) =>
        Number(a.emptiedAt !== null) - Number(b.emptiedAt !== null) || b.startedAt.localeCompare(a.startedAt),
    );
  }, [data, own]);
  async function change(mix: MixRecord): Promise<Kept> {
    const member = session?.member;
    if (!member) return { ok: false, message: 'No one is signed in. Sign in and do it again.' };
    const body = { ...mix, revision: mix.revision + 1 };
    return sender().keep(
      envelopeOf<MixEnvelope>('mix', body, { memberId: member.id, memberName: member.name }),
    );
  }
  return { mixes, change };
}
