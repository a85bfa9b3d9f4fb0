import type { ShopContext } from '@upholder/core/api';
import {
  asTemplate,
  type CustomSystem,
  FINISHING_SYSTEMS,
  generateSteps,
  methodsOf,
  SYSTEM_IDS,
  type SystemId,
} from '@upholder/core/systems';
import { useMemo, useState } from 'react';
import { useOutletContext, useSearchParams } from 'react-router';
import { v7 as uuid } from 'uuid';
import { refusalOf, upholder } from '../../api/upholder.ts';
import { showAll } from '../../base/voice.ts';
import { sheetsOf, suppliesOf } from '../../job/productLookups.ts';
import { REFERENCE_PIECES } from '../../job/referencePieces.ts';
import { LayerSection } from '../../job/steps/LayerSection.tsx';
import { StepLine } from '../../job/steps/StepLine.tsx';
import { Button, Card, Notice } from '../../parts/controls.tsx';
import { CustomSystemEditor } from './CustomSystemEditor.tsx';
import { ItemList } from './ItemList.tsx';

const COLOURS = { oldColour: '#5b3a24', newColour: '#a9cfc0', substrate: null };

/** A shipped system as it generates in this shop, as a system of the shop's own would keep it. */
function shippedAsCustom(systemId: SystemId, shop: ShopContext): CustomSystem | null {
  const system = FINISHING_SYSTEMS[systemId];
  const drafts = generateSteps({
    systemId,
    options: system.defaults,
    sheets: sheetsOf(shop),
    supplies: suppliesOf(shop),
    methods: methodsOf(shop.settings.methods),
    shop: shop.settings,
    isOnSite: false,
  });
  if (!drafts.ok) return null;
  const { name, outline, fits, notFor, defaults } = system;
  return {
    name,
    baseId: systemId,
    outline,
    fits,
    notFor,
    options: defaults,
    steps: asTemplate(drafts.value),
  };
}

function Shipped({
  systemId,
  shop,
  onMade,
}: {
  systemId: SystemId;
  shop: ShopContext;
  onMade(id: string): void;
}) {
  const [write, { isLoading }] = upholder.useWriteSystemMutation();
  const [openKey, setOpenKey] = useState<string | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const system = useMemo(() => shippedAsCustom(systemId, shop), [systemId, shop]);
  if (!system) return <Notice kind="stop">This system needs a product you do not have.</Notice>;
  async function copy(): Promise<void> {
    if (!system) return;
    const id = uuid();
    const own = { ...system, name: `${system.name}, ours` };
    const outcome = await write({ id, version: 1, changeNote: `From ${systemId}.`, system: own });
    if ('error' in outcome) setProblem(refusalOf(outcome.error).message);
    else onMade(id);
  }
  return (
    <div className="grid grid-cols-[minmax(0,1fr)_16rem] items-start gap-4 max-lg:grid-cols-1">
      <div className="flex flex-col gap-3">
        <Card className="p-4">
          <div className="flex items-start gap-4">
            <span className="tape text-lead">{systemId}</span>
            <div className="flex-1 leading-snug">
              <h1>{system.name}</h1>
              <p className="text-quiet">{system.outline}</p>
            </div>
            <Button kind="act" disabled={isLoading} onClick={() => void copy()}>
              Customize a copy
            </Button>
          </div>
          <p className="mt-3">
            <span className="font-semibold">Fits:</span> {system.fits}
          </p>
          <p className="mt-1">
            <span className="font-semibold">Not for:</span> {system.notFor}
          </p>
          {problem && <Notice kind="stop">{problem}</Notice>}
        </Card>
        <p className="text-quiet">
          Steps as this shop would do them. Amounts are for twenty framed doors of{' '}
          {showAll('length', [400, 720])}.
        </p>
        <ol className="bg-sheet" aria-label="Steps">
          {system.steps.map((step, index) => (
            <StepLine
              key={step.key}
              step={step}
              number={index + 1}
              pieces={REFERENCE_PIECES}
              shop={shop}
              isOnSite={false}
              isOpen={openKey === step.key}
              mark={null}
              onToggle={() => setOpenKey(openKey === step.key ? null : step.key)}
            />
          ))}
        </ol>
      </div>
      <LayerSection
        zone={COLOURS}
        steps={system.steps}
        shop={shop}
        onShow={setOpenKey}
        onMove={() => undefined}
      />
    </div>
  );
}

/** All finishing systems: those that ship, to look at and to copy, and the shop's own, to change into new versions. */
export function CustomSystems() {
  const shop = useOutletContext<ShopContext>();
  const [search, setSearch] = useSearchParams();
  const open = search.get('system') ?? shop.systems[0]?.id ?? 'A';
  const own = shop.systems.find(({ id }) => id === open);
  const shipped = SYSTEM_IDS.find((id) => id === open);
  return (
    <main className="grid grid-cols-[15rem_minmax(0,1fr)] items-start gap-5 px-5 py-4 max-md:grid-cols-1 max-md:px-3">
      <ItemList
        label="Systems"
        groups={[
          { name: 'Custom', items: shop.systems.map(({ id, name }) => ({ id, name })) },
          {
            name: 'Built in',
            items: SYSTEM_IDS.map((id) => ({ id, name: `${id}  ${FINISHING_SYSTEMS[id].name}` })),
          },
        ]}
        openId={open}
        onOpen={(system) => setSearch({ system })}
      />
      {own && (
        <CustomSystemEditor
          key={`${own.id} ${own.version}`}
          system={own}
          shop={shop}
          onGone={() => setSearch({})}
        />
      )}
      {!own && shipped && (
        <Shipped key={shipped} systemId={shipped} shop={shop} onMade={(system) => setSearch({ system })} />
      )}
      {!own && !shipped && <Notice>This system is retired. Jobs planned with it keep it.</Notice>}
    </main>
  );
}
