import type { ShopContext } from '@upholder/core/api';
import type { MethodZone } from '@upholder/core/estimating';
import { localDate, toMinute } from '@upholder/core/shop';
import {
  DEFAULT_METHODS,
  FINISHING_SYSTEMS,
  type MethodChoices,
  methodsOf,
  SYSTEM_IDS,
  type SystemId,
} from '@upholder/core/systems';
import { useMemo, useState } from 'react';
import { Link } from 'react-router';
import { refusalOf, upholder } from '../../api/upholder.ts';
import { useServerDate } from '../../base/useNow.ts';
import { showAll } from '../../base/voice.ts';
import { REFERENCE_PIECES } from '../../job/referencePieces.ts';
import { Field, Notice, Select, Skeleton } from '../../parts/controls.tsx';
import { useMethodEffects } from '../../workers/useMethodEffects.ts';
import { surroundingsOf } from '../../workers/useOutlooks.ts';
import { MethodsTable, MethodsTotal } from './MethodsTable.tsx';

function ShopMethods({ shop }: { shop: ShopContext }) {
  const [save, { isLoading }] = upholder.useChangeShopMutation();
  const [problem, setProblem] = useState<string | null>(null);
  const [systemId, setSystemId] = useState<SystemId>('A');
  const today = localDate(toMinute(useServerDate(60_000)), shop.timeZone);
  const methods = useMemo(() => methodsOf(shop.settings.methods), [shop.settings.methods]);
  const zones = useMemo(
    (): MethodZone[] => [
      {
        ...surroundingsOf(shop, methods, today),
        zone: { oldColour: '#5b3a24', newColour: '#dfe3d6', substrate: null, survey: {} },
        pieces: [...REFERENCE_PIECES],
        isOnSite: false,
        systemId,
        options: FINISHING_SYSTEMS[systemId].defaults,
      },
    ],
    [shop, methods, today, systemId],
  );
  const effects = useMethodEffects(zones, methods);
  async function change(wanted: MethodChoices): Promise<void> {
    const { version, name, timeZone, settings } = shop;
    const outcome = await save({ version, name, timeZone, settings: { ...settings, methods: wanted } });
    setProblem('error' in outcome ? refusalOf(outcome.error).message : null);
  }
  return (
    <main className="flex flex-col gap-3 p-5">
      <div className="flex items-end gap-4">
        <div className="flex-1">
          <h1>Shop methods</h1>
          <MethodsTotal
            effects={effects}
            of={`Twenty framed doors, ${showAll('length', [400, 720])}, in ${systemId}`}
          />
        </div>
        <Field label="Shown for" className="w-72">
          {(ids) => (
            <Select
              {...ids}
              value={systemId}
              onChange={({ target }) => setSystemId(target.value as SystemId)}
            >
              {SYSTEM_IDS.map((id) => (
                <option key={id} value={id}>
                  {id}: {FINISHING_SYSTEMS[id].name}
                </option>
              ))}
            </Select>
          )}
        </Field>
        <Link to="/shop" className="min-h-9 font-semibold text-act leading-9 underline underline-offset-2">
          Back to the shop
        </Link>
      </div>
      {problem && <Notice kind="stop">{problem}</Notice>}
      <p className="text-quiet">
        Applies to steps generated from now on. Existing sequences stay as they are; a job can have its own
        methods.
      </p>
      <MethodsTable
        own={shop.settings.methods}
        below={DEFAULT_METHODS}
        belowName="Defaults"
        effects={effects}
        isBusy={isLoading}
        onChange={(wanted) => void change(wanted)}
      />
    </main>
  );
}

/** How the shop answers the questions on which refinishers disagree. */
export function ShopMethodsScreen() {
  const { data: shop } = upholder.useShopQuery();
  return shop ? <ShopMethods shop={shop} /> : <Skeleton />;
}
