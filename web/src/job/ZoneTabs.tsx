import type { ZoneRow } from '@upholder/core/api';
import type { ReactNode } from 'react';

/** The zones of a job side by side; one is open. */
export function ZoneTabs({
  zones,
  openId,
  onOpen,
  note,
  children,
}: {
  zones: readonly ZoneRow[];
  openId: string;
  onOpen(id: string): void;
  /** A word behind each name. */
  note?(zone: ZoneRow): string;
  children?: ReactNode;
}) {
  return (
    <div className="flex flex-wrap items-center gap-1">
      <div className="flex flex-wrap items-center gap-1" role="tablist" aria-label="Zones">
        {zones.map((zone) => (
          <button
            key={zone.id}
            type="button"
            role="tab"
            aria-selected={zone.id === openId}
            onClick={() => onOpen(zone.id)}
            className={`flex min-h-9 items-center gap-2 px-3 py-1 font-semibold ${zone.id === openId ? 'tape' : 'hover:underline'}`}
          >
            <span className="size-3.5 border border-ink" style={{ background: zone.newColour }} />
            {zone.name}
            {note && <span className="font-normal">{note(zone)}</span>}
          </button>
        ))}
      </div>
      <span className="flex-1" />
      {children}
    </div>
  );
}
