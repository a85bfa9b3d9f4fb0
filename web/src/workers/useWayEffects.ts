import type { WayEffects, WayZone } from '@upholder/core/estimating';
import type { Practice } from '@upholder/core/systems';
import { useEffect, useState } from 'react';
import { theComparison } from './useOutlooks.ts';

/** What every other way of working would do to these zones, worked out beside the page; null until it is known. */
export function useWayEffects(zones: WayZone[], practice: Practice): WayEffects | null {
  const [effects, setEffects] = useState<WayEffects | null>(null);
  useEffect(() => {
    let isCurrent = true;
    if (zones.length === 0) return setEffects(null);
    void theComparison()
      .ways(zones, practice)
      .then((found) => isCurrent && setEffects(found));
    return () => {
      isCurrent = false;
    };
  }, [zones, practice]);
  return effects;
}
