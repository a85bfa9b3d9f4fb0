import type { KeyboardEvent } from 'react';
import { usePointerDrag } from '../../base/usePointerDrag.ts';
import type { BlockLabel } from './blockLabels.ts';
import type { LabourItem } from './dayItems.ts';
import type { TimeScale } from './timeScale.ts';

/** A press that moves less than this is a choice, not a drag. */
const DRAG_PX = 6;
/** Where a block is let go, it snaps to a quarter of an hour. */
const SNAP_MIN = 15;

const snapped = (minute: number) => Math.round(minute / SNAP_MIN) * SNAP_MIN;

/** Across its neighbours a label lies on their colour, or their edges would strike it through. */
const LABEL_LOOKS: Record<BlockLabel['place'], string> = {
  on: '',
  across: 'bg-inherit',
  beside: 'text-ink',
};

/**
 * A stretch of work on the calendar; dragged, or moved with Alt and the arrow keys, it is pinned where it is let go. Escape
 * leaves it where it was.
 */
export function LabourBlock({
  item,
  scale,
  top,
  isSelected,
  isPinned,
  isOnChain,
  isFaulty,
  onSelect,
  onMove,
  onDrag,
  label,
  words,
}: {
  item: LabourItem;
  scale: TimeScale;
  top: number;
  isSelected: boolean;
  isPinned: boolean;
  /** Part of the chain that decides the handover. */
  isOnChain: boolean;
  /** One of its pieces has a finding that is not settled: a corner is cut off, as on the pieces themselves. */
  isFaulty: boolean;
  onSelect(): void;
  /** Null where it cannot be moved: it is done, or not the first of its parts. */
  onMove: ((minute: number) => void) | null;
  /** While it is dragged: where it would go; null when it is let go. */
  onDrag(minute: number | null): void;
  /** What stands at it, and how far that reaches; null where a neighbour’s says it. */
  label: BlockLabel | null;
  words: string;
}) {
  const left = scale.x(item.start);
  const width = Math.max(5, scale.x(item.end) - left - 1);
  const minuteAt = (shiftPx: number) => snapped(scale.minuteAt(left + shiftPx));
  const { shift, letBe, handlers } = usePointerDrag({
    slackPx: DRAG_PX,
    isOff: onMove === null,
    onShift: ({ x }) => onDrag(minuteAt(x)),
    // Brought back to where it was, it was only looked at.
    onDrop: ({ x }) => (Math.abs(x) < DRAG_PX ? onSelect() : onMove?.(minuteAt(x))),
    onPress: onSelect,
    onOver: () => onDrag(null),
  });
  function press(event: KeyboardEvent): void {
    if (event.key === 'Escape') letBe();
    if (event.key === 'Enter' || event.key === ' ') {
      onSelect();
      return;
    }
    const way = { ArrowLeft: -1, ArrowRight: 1 }[event.key];
    if (!way || !event.altKey || !onMove) return;
    event.preventDefault();
    onMove(snapped(item.start) + way * (event.shiftKey ? 4 * SNAP_MIN : SNAP_MIN));
  }
  const look = item.isDone
    ? 'border border-quiet bg-closed text-quiet'
    : isOnChain
      ? 'border border-act bg-act text-on-act'
      : 'border border-ink bg-ink text-sheet';
  return (
    <button
      type="button"
      {...handlers}
      onClick={onMove ? undefined : onSelect}
      onKeyDown={press}
      title={words}
      aria-label={`${words}${isPinned ? ', pinned' : ''}${isFaulty ? ', with a finding' : ''}`}
      className={`absolute touch-pan-y rounded-[2px] px-1 text-left font-semibold text-tiny leading-[19px] [font-stretch:88%] ${look} ${
        isPinned ? 'border-l-[6px] border-l-tape' : ''
      } ${label?.place === 'across' ? 'z-10' : ''} ${isSelected ? 'z-20 outline-3 outline-act outline-offset-1' : ''} ${shift ? 'z-30 cursor-grabbing opacity-80' : ''}`}
      style={{ left: left + (shift?.x ?? 0), width, top, height: 21 }}
    >
      {label && (
        <span
          className={`pointer-events-none absolute inset-y-0 truncate px-1 ${LABEL_LOOKS[label.place]}`}
          style={{ left: label.place === 'beside' ? width : 0, maxWidth: label.px }}
        >
          {label.text}
        </span>
      )}
      {isFaulty && (
        <svg aria-hidden="true" width="12" height="12" className="absolute -top-px -right-px">
          <path d="M1 0 H12 V11 Z" fill="var(--sheet)" />
          <path d="M1 0 L12 11" stroke="var(--stop)" strokeWidth="2.5" />
        </svg>
      )}
    </button>
  );
}
