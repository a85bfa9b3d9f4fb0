import type { Interval } from '@upholder/core/shop';
import { type RefObject, useEffect, useState } from 'react';
import type { TimeScale } from './timeScale.ts';

/** So far beyond the edges is drawn as well, and only after so much scrolling is it worked out again. */
const MARGIN_PX = 600;
const STEP_PX = 300;

/** The minutes of a chart that are in view, with some to spare on either side: the rest need not be drawn. */
export function useSeen(
  scroller: RefObject<HTMLElement | null>,
  scale: TimeScale,
  headingPx: number,
): Interval {
  const [{ left, width }, setView] = useState({ left: 0, width: 1600 });
  useEffect(() => {
    const element = scroller.current;
    if (!element) return;
    const look = () =>
      setView((known) => {
        const view = {
          left: Math.round(element.scrollLeft / STEP_PX) * STEP_PX,
          width: Math.ceil(element.clientWidth / STEP_PX) * STEP_PX,
        };
        return view.left === known.left && view.width === known.width ? known : view;
      });
    look();
    element.addEventListener('scroll', look, { passive: true });
    const watcher = new ResizeObserver(look);
    watcher.observe(element);
    return () => {
      element.removeEventListener('scroll', look);
      watcher.disconnect();
    };
  }, [scroller]);
  return {
    start: scale.minuteAt(left - headingPx - MARGIN_PX),
    end: scale.minuteAt(left + width + MARGIN_PX),
  };
}
