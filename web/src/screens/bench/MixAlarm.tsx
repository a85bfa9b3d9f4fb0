import { useEffect, useRef } from 'react';
import { useApp } from '../../api/store.ts';
import { upholder } from '../../api/upholder.ts';
import { chime } from '../../devices/chime.ts';
import { buzz, notify } from '../../devices/notify.ts';
import { useMixClocks } from '../../job/useMixClocks.ts';

/** Sounds and tells once when a mix has lived three quarters of its life, and once when it is over, whatever screen is open. */
export function MixAlarm() {
  const { data: shop } = upholder.useShopQuery();
  const clocks = useMixClocks(shop);
  const isAudible = useApp(({ deviceSettings }) => deviceSettings.isAudible);
  const heard = useRef(new Set<string>());
  const due = clocks.filter(
    ({ mix, clock }) => clock.phase !== 'good' && !heard.current.has(`${mix.id} ${clock.phase}`),
  );
  useEffect(() => {
    for (const { mix, sheet, clock } of due) {
      heard.current.add(`${mix.id} ${clock.phase}`);
      if (!isAudible || clock.phase === 'good') continue;
      chime(clock.phase);
      buzz(clock.phase);
      void notify({
        title: clock.phase === 'over' ? `${sheet.name}: pot life over` : `${sheet.name}: use it up`,
        body:
          clock.phase === 'over'
            ? 'Do not spray what is left of it.'
            : 'Three quarters of its pot life are over.',
        tag: `mix ${mix.id}`,
      });
    }
  }, [due, isAudible]);
  return null;
}
