import { teach } from '@upholder/core/said';
import { useEffect, useState } from 'react';
import { LATER_MS } from '../base/useLater.ts';

let isTaught = false;
let teaching: Promise<void> | null = null;

/** Loads every sentence that the first page can do without. */
function learn(): Promise<void> {
  teaching ??= import('@upholder/core/said/rest').then(({ REST }) => {
    teach(REST);
    isTaught = true;
  });
  return teaching;
}

/** Whether every sentence can be put into words by now. */
export const areSentencesKnown = (): boolean => isTaught;

/**
 * Whether all sentences are known. They are fetched at once where a screen waits for them, else once the first one had time to
 * come up.
 */
export function useSentences(isWanted: boolean): boolean {
  const [isKnown, setKnown] = useState(isTaught);
  useEffect(() => {
    if (isKnown) return;
    const timer = setTimeout(() => void learn().then(() => setKnown(true)), isWanted ? 0 : LATER_MS);
    return () => clearTimeout(timer);
  }, [isKnown, isWanted]);
  return isKnown;
}
