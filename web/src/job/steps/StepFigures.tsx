import { type ClockSpan, type ScaledClock, spanSentence } from '@upholder/core/drying';
import { formatDuration } from '@upholder/core/units';
import type { ReactNode } from 'react';

/** A figure of a step with its name before it. */
export function Figure({ name, children, title }: { name: string; children: ReactNode; title?: string }) {
  return (
    <span
      className="inline-flex items-baseline gap-1.5 whitespace-nowrap max-md:whitespace-normal"
      title={title}
    >
      <span className="text-small text-quiet">{name}</span>
      <span className="quantity">{children}</span>
    </span>
  );
}

/** How long a film takes until something may be done with it; outdoors from the best to the worst hour. */
export function ClockFigure({
  name,
  of: { shortest, longest },
  clock,
  children,
}: {
  name: string;
  of: ClockSpan;
  clock: 'sand' | 'recoatMin' | 'handle';
  children?: ReactNode;
}) {
  const [from, to]: [ScaledClock, ScaledClock] = [shortest[clock], longest[clock]];
  return (
    <Figure name={name} title={`${spanSentence(from, to)}, ${longest.because}`}>
      {formatDuration(from.hereMinutes)}
      {from.hereMinutes !== to.hereMinutes && `–${formatDuration(to.hereMinutes)}`}
      {children}
    </Figure>
  );
}
