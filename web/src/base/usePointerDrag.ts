import { type PointerEvent, useRef, useState } from 'react';

/** How far a drag has gone, in px. */
export interface Shift {
  x: number;
  y: number;
}

interface DragOptions {
  /** A hand may slip so far before a press becomes a drag. */
  slackPx: number;
  /** Nothing is to be dragged. */
  isOff?: boolean;
  /** While it goes on, once it is more than a press. */
  onShift?(shift: Shift): void;
  /** Where it is let go. */
  onDrop(shift: Shift): void;
  /** It was a press after all. */
  onPress?(): void;
  /** It is over, dropped or not. */
  onOver?(): void;
}

/** Dragging by mouse, pen or finger. What is not dropped stays where it was. */
export function usePointerDrag({ slackPx, isOff = false, onShift, onDrop, onPress, onOver }: DragOptions) {
  const from = useRef<Shift | null>(null);
  const [shift, setShift] = useState<Shift | null>(null);
  const shiftOf = (event: PointerEvent): Shift | null => {
    if (from.current === null) return null;
    const gone = { x: event.clientX - from.current.x, y: event.clientY - from.current.y };
    // Once it is a drag it stays one, also on its way back.
    return shift !== null || Math.hypot(gone.x, gone.y) >= slackPx ? gone : null;
  };
  function letBe(): void {
    if (from.current === null) return;
    from.current = null;
    setShift(null);
    onOver?.();
  }
  return {
    /** Null as long as it is no more than a press. */
    shift,
    /** Leaves it where it was. */
    letBe,
    handlers: {
      onPointerDown(event: PointerEvent): void {
        if (isOff || event.button !== 0) return;
        from.current = { x: event.clientX, y: event.clientY };
        event.currentTarget.setPointerCapture(event.pointerId);
      },
      onPointerMove(event: PointerEvent): void {
        const gone = shiftOf(event);
        if (gone === null) return;
        setShift(gone);
        onShift?.(gone);
      },
      onPointerUp(event: PointerEvent): void {
        if (from.current === null) return;
        const gone = shiftOf(event);
        if (gone) onDrop(gone);
        else onPress?.();
        letBe();
      },
      onPointerCancel: letBe,
    },
  };
}
