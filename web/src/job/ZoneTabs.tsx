import type { ZoneRow } from '@upholder/core/api';
import type { ReactNode } from 'react';
import { useSearchParams } from 'react-router';
import { Tabs } from '../parts/Tabs.tsx';

/** The zones of a job side by side, and below them what a screen shows of the open one, which the address names. */
export function ZoneTabs({
  zones,
  openId,
  note,
  aside,
  children,
}: {
  zones: readonly ZoneRow[];
  openId: string;
  /** A word behind each name. */
  note?(zone: ZoneRow): string;
  /** Right of the tabs. */
  aside?: ReactNode;
  children: ReactNode;
}) {
  const [, setSearch] = useSearchParams();
  return (
    <Tabs
      label="Zones"
      open={openId}
      onOpen={(id) => setSearch({ zone: id }, { replace: true })}
      className="flex flex-col gap-3"
      listClass="items-center gap-1"
      tabClass={(isOpen) =>
        `flex press-h-9 items-center gap-2 px-3 py-1 font-semibold ${isOpen ? 'tape' : 'hover:underline'}`
      }
      panelClass="flex flex-col gap-3"
      aside={
        <>
          <span className="flex-1" />
          {aside}
        </>
      }
      tabs={zones.map((zone) => [
        zone.id,
        <>
          <span className="size-3.5 border border-ink" style={{ background: zone.newColour }} />
          {zone.name}
          {note && <span className="font-normal">{note(zone)}</span>}
        </>,
      ])}
    >
      {children}
    </Tabs>
  );
}
