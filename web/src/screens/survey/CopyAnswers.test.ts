import type { ZoneRow } from '@upholder/core/api';
import { describe, expect, it } from 'vitest';
import { answersToCopy } from './CopyAnswers.tsx';

const zone = (substrate: string | null, survey: object) => ({ substrate, survey }) as unknown as ZoneRow;

describe('answers of another zone', () => {
  it('are taken over where this one has none, and nothing that was answered here is lost', () => {
    const here = zone(null, { soil: 'heavy' });
    const there = zone('MDF', { soil: 'kitchen', existing: 'raw', look: 'dead flat' });
    expect(answersToCopy(here, there)).toEqual({
      change: { answers: { existing: 'raw', look: 'dead flat' }, substrate: 'MDF' },
      count: 3,
    });
  });

  it('leave out what belongs to one zone alone, and are none where all is answered', () => {
    const there = zone('MDF', { sample: { name: 'S1' }, replacementsOn: '2026-12-01' });
    expect(answersToCopy(zone('softwood', {}), there)).toEqual({ change: { answers: {} }, count: 0 });
  });
});
