import type { Dossier, ShopContext, ZoneRow } from '@upholder/core/api';
import { totalAreas } from '@upholder/core/pieces';
import {
  FINISHING_SYSTEMS,
  LAYING_WORDS,
  LAYINGS,
  type Step,
  type ZoneOptions,
} from '@upholder/core/systems';
import { useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import { refusalOf, upholder } from '../../api/upholder.ts';
import { Field, Notice, Select, Sheet } from '../../parts/controls.tsx';
import { NoZone } from '../NoZone.tsx';
import { useJobContext } from '../useJobContext.ts';
import { ZoneTabs } from '../ZoneTabs.tsx';
import { LayerSection } from './LayerSection.tsx';
import { StepLine } from './StepLine.tsx';

function Choices({
  zone,
  dossier,
  shop,
  onProblem,
}: {
  zone: ZoneRow;
  dossier: Dossier;
  shop: ShopContext;
  onProblem(message: string | null): void;
}) {
  const [save] = upholder.useChangeZoneMutation();
  const { id, version, position: _position, ...spec } = zone;
  async function choose(part: Partial<typeof spec>): Promise<void> {
    const outcome = await save({ jobId: dossier.job.id, id, version, spec: { ...spec, ...part } });
    onProblem('error' in outcome ? refusalOf(outcome.error).message : null);
  }
  const option = (part: Partial<ZoneOptions>) =>
    void choose({ options: zone.options ? { ...zone.options, ...part } : null });
  const { options } = zone;
  const products = (role: 'primer' | 'colour') => shop.products.filter(({ sheet }) => sheet.role === role);
  const count = (
    key: 'fillCoats' | 'primerCoats' | 'colourCoats' | 'clearCoats',
    name: string,
    most: number,
    least = 1,
  ) =>
    options && (
      <Field label={name}>
        {(ids) => (
          <Select
            {...ids}
            value={options[key]}
            onChange={({ target }) => option({ [key]: Number(target.value) })}
          >
            {[0, 1, 2, 3, 4].slice(least, most + 1).map((number) => (
              <option key={number}>{number}</option>
            ))}
          </Select>
        )}
      </Field>
    );
  return (
    <Sheet className="p-4" aria-label="Finishing system">
      <div className="flex flex-wrap items-center gap-x-4 gap-y-2">
        {zone.systemId ? (
          <>
            <span className="tape">{zone.systemId}</span>
            <div className="min-w-0 flex-1 leading-snug">
              <p className="font-semibold">{FINISHING_SYSTEMS[zone.systemId].name}</p>
              <p className="text-[0.88rem]">
                {zone.choiceReason || FINISHING_SYSTEMS[zone.systemId].fits}{' '}
                <span className="text-quiet">Not for: {FINISHING_SYSTEMS[zone.systemId].notFor}</span>
              </p>
            </div>
          </>
        ) : (
          <p className="flex-1">No finishing system yet. The survey ranks them for this zone.</p>
        )}
        <Link
          to={`../survey/systems?zone=${zone.id}`}
          className={`inline-flex min-h-9 items-center rounded-[3px] border-[1.5px] px-3.5 font-semibold ${zone.systemId ? 'border-ink bg-raised' : 'border-act bg-act text-on-act'}`}
        >
          {zone.systemId ? 'Choose another' : 'Compare and choose'}
        </Link>
      </div>
      {options && (
        <div className="mt-3 grid grid-cols-7 gap-3">
          <Field label="Primer" className="col-span-2">
            {(ids) => (
              <Select
                {...ids}
                value={options.primerKey}
                onChange={({ target }) => option({ primerKey: target.value })}
              >
                {products('primer').map(({ key, sheet }) => (
                  <option key={key} value={key}>
                    {sheet.name}
                  </option>
                ))}
              </Select>
            )}
          </Field>
          <Field label="Colour" className="col-span-2">
            {(ids) => (
              <Select
                {...ids}
                value={options.colourKey}
                onChange={({ target }) => option({ colourKey: target.value })}
              >
                {products('colour').map(({ key, sheet }) => (
                  <option key={key} value={key}>
                    {sheet.name}
                  </option>
                ))}
              </Select>
            )}
          </Field>
          <Field label="Loose pieces lie" className="col-span-2">
            {(ids) => (
              <Select
                {...ids}
                value={options.laying}
                onChange={({ target }) => option({ laying: target.value as ZoneOptions['laying'] })}
              >
                {LAYINGS.map((laying) => (
                  <option key={laying} value={laying}>
                    {LAYING_WORDS[laying]}
                  </option>
                ))}
              </Select>
            )}
          </Field>
          <Field label="Applied by">
            {(ids) => (
              <Select
                {...ids}
                value={options.applicator}
                onChange={({ target }) => option({ applicator: target.value as ZoneOptions['applicator'] })}
              >
                <option value="turbine">turbine</option>
                <option value="airless">airless</option>
                <option value="roller">roller</option>
                <option value="brush">brush</option>
              </Select>
            )}
          </Field>
          {(zone.systemId === 'A' || zone.systemId === 'B') && count('fillCoats', 'Fill', 3)}
          {zone.systemId !== 'K' && count('primerCoats', 'Primer coats', 3, 0)}
          {zone.systemId !== 'K' && count('colourCoats', 'Colour coats', 4)}
          {(zone.systemId === 'J' || zone.systemId === 'K' || zone.systemId === 'P') &&
            count('clearCoats', 'Clear coats', 4)}
        </div>
      )}
    </Sheet>
  );
}

/** The sequence of a zone: which system, and the steps it unfolds into, with amounts and clocks for this shop. */
export function SequenceScreen() {
  const { dossier, shop } = useJobContext();
  const [search, setSearch] = useSearchParams();
  const [problem, setProblem] = useState<string | null>(null);
  const [openStep, setOpenStep] = useState<string | null>(null);
  const zone = dossier.zones.find(({ id }) => id === search.get('zone')) ?? dossier.zones[0];
  if (!zone) return <NoZone title="A sequence belongs to a zone" />;
  const pieces = dossier.pieces.filter(({ zoneId }) => zoneId === zone.id);
  const steps: Step[] = dossier.steps.filter(({ zoneId }) => zoneId === zone.id);
  const { airC, rhPct } = shop.planningClimate;
  return (
    <main className="flex flex-col gap-4 p-5">
      <ZoneTabs
        zones={dossier.zones}
        openId={zone.id}
        onOpen={(id) => setSearch({ zone: id }, { replace: true })}
      >
        <p className="text-quiet">
          <span className="quantity text-ink">{pieces.length}</span> pieces,{' '}
          <span className="quantity text-ink">{(totalAreas(pieces).totalMm2 / 1e6).toFixed(2)} m²</span>.
          Clocks for{' '}
          <span className="quantity text-ink">
            {airC} °C, {Math.round(rhPct)} %
          </span>
          , the coming day here.
        </p>
      </ZoneTabs>
      {problem && <Notice kind="stop">{problem}</Notice>}
      <Choices zone={zone} dossier={dossier} shop={shop} onProblem={setProblem} />
      {steps.length > 0 && (
        <div className="grid grid-cols-[minmax(0,1fr)_15rem] items-start gap-4">
          <ol className="bg-sheet" aria-label="Steps">
            {steps.map((step, index) => (
              <StepLine
                key={step.id}
                step={step}
                number={index + 1}
                pieces={pieces}
                shop={shop}
                isOnSite={dossier.job.place === 'client'}
                isOpen={openStep === step.id}
                onToggle={() => setOpenStep(openStep === step.id ? null : step.id)}
              />
            ))}
          </ol>
          <LayerSection zone={zone} steps={steps} shop={shop} />
        </div>
      )}
    </main>
  );
}
