import type { MethodEffects, MethodZone } from '@upholder/core/estimating';
import type { Methods } from '@upholder/core/systems';
import { useEffect, useState } from 'react';
import { theComparison } from './useOutlooks.ts';

/** What every other way of working would do to these zones, worked out beside the page; null until it is known. */
export function useMethodEffects(zones: MethodZone[], methods: Methods): MethodEffects | null {
  const [effects, setEffects] = useState<MethodEffects | null>(null);
  useEffect(() => {
    let isCurrent = true;
    if (zones.length === 0) return setEffects(null);
    void theComparison()
      .choices(zones, methods)
      .then((found) => isCurrent && setEffects(found));
    return () => {
      isCurrent = false;
    };
  }, [zones, methods]);
  return effects;
}
