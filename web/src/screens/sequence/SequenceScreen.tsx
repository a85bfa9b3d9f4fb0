import type { Dossier, ShopContext, ZoneRow } from '@upholder/core/api';
import { totalAreas } from '@upholder/core/pieces';
import {
  FINISHING_SYSTEMS,
  LAYING_WORDS,
  LAYINGS,
  type Step,
  SYSTEM_IDS,
  type ZoneOptions,
} from '@upholder/core/systems';
import { useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import { refusalOf, upholder } from '../../api/upholder.ts';
import { Field, Notice, Select, Sheet } from '../../parts/controls.tsx';
import { useJobContext } from '../useJobContext.ts';
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
  const count = (key: 'fillCoats' | 'primerCoats' | 'colourCoats', name: string, most: number) =>
    options && (
      <Field label={name}>
        {(ids) => (
          <Select
            {...ids}
            value={options[key]}
            onChange={({ target }) => option({ [key]: Number(target.value) })}
          >
            {[1, 2, 3, 4].slice(0, most).map((number) => (
              <option key={number}>{number}</option>
            ))}
          </Select>
        )}
      </Field>
    );
  return (
    <Sheet className="p-4" aria-label="Finishing system">
      <div className="grid grid-cols-3 gap-3" role="radiogroup" aria-label="Finishing system">
        {SYSTEM_IDS.map((systemId) => {
          const system = FINISHING_SYSTEMS[systemId];
          const isChosen = zone.systemId === systemId;
          return (
            <button
              key={systemId}
              type="button"
              role="radio"
              aria-checked={isChosen}
              onClick={() => !isChosen && void choose({ systemId, options: null })}
              className={`flex flex-col rounded-[3px] border-[1.5px] p-3 text-left leading-snug ${isChosen ? 'border-ink bg-raised' : 'border-line hover:border-quiet'}`}
            >
              <span className="flex items-baseline gap-2">
                <span className={isChosen ? 'tape' : 'px-2 font-semibold text-quiet'}>{systemId}</span>
                <span className="font-semibold">{system.name}</span>
              </span>
              <span className="mt-1.5 text-[0.88rem]">{system.fits}</span>
              <span className="mt-1 text-[0.85rem] text-quiet">Not for: {system.notFor}</span>
            </button>
          );
        })}
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
              </Select>
            )}
          </Field>
          {zone.systemId === 'A' && count('fillCoats', 'Fill', 3)}
          {count('primerCoats', 'Primer coats', 3)}
          {count('colourCoats', 'Colour coats', 4)}
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
  if (!zone) {
    return (
      <main className="p-5">
        <Sheet className="max-w-2xl p-6">
          <h2>A sequence belongs to a zone</h2>
          <Link to="../brief" className="mt-2 inline-block font-semibold text-act underline">
            Add the first zone
          </Link>
        </Sheet>
      </main>
    );
  }
  const pieces = dossier.pieces.filter(({ zoneId }) => zoneId === zone.id);
  const steps: Step[] = dossier.steps.filter(({ zoneId }) => zoneId === zone.id);
  const { airC, rhPct } = shop.planningClimate;
  return (
    <main className="flex flex-col gap-4 p-5">
      <div className="flex items-center gap-1" role="tablist" aria-label="Zones">
        {dossier.zones.map((candidate) => (
          <button
            key={candidate.id}
            type="button"
            role="tab"
            aria-selected={candidate.id === zone.id}
            onClick={() => setSearch({ zone: candidate.id }, { replace: true })}
            className={`flex items-center gap-2 px-3 py-1 font-semibold ${candidate.id === zone.id ? 'tape' : 'hover:underline'}`}
          >
            <span className="size-3.5 border border-ink" style={{ background: candidate.newColour }} />
            {candidate.name}
          </button>
        ))}
        <span className="flex-1" />
        <p className="text-quiet">
          <span className="quantity text-ink">{pieces.length}</span> pieces,{' '}
          <span className="quantity text-ink">{(totalAreas(pieces).totalMm2 / 1e6).toFixed(2)} m²</span>.
          Clocks for{' '}
          <span className="quantity text-ink">
            {airC} °C, {Math.round(rhPct)} %
          </span>
          , the coming day here.
        </p>
      </div>
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
