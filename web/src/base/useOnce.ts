import { type MouseEvent, useRef } from 'react';

/**
 * An action that must not happen twice by a double click: the second press of one is passed over, and so is a press while the first is still
 * under way.
 */
export function useOnce(act: () => Promise<void>): (event: MouseEvent) => void {
  const isBusy = useRef(false);
  return (event) => {
    if (event.detail > 1 || isBusy.current) return;
    isBusy.current = true;
    void act().finally(() => {
      isBusy.current = false;
    });
  };
}
