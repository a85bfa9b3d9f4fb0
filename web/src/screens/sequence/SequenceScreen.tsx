import type { Dossier, ShopContext, ZoneRow } from '@upholder/core/api';
import { totalAreas } from '@upholder/core/pieces';
import {
  concerns,
  FINISHING_SYSTEMS,
  LAYING_WORDS,
  LAYINGS,
  type Step,
  type ZoneOptions,
} from '@upholder/core/systems';
import { type KeyboardEvent, useMemo, useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import { refusalOf, upholder } from '../../api/upholder.ts';
import { Button, Field, Notice, Select, Sheet } from '../../parts/controls.tsx';
import { Modal } from '../../parts/Modal.tsx';
import { NoZone } from '../NoZone.tsx';
import { useJobContext } from '../useJobContext.ts';
import { ZoneTabs } from '../ZoneTabs.tsx';
import { FindingsPanel } from './FindingsPanel.tsx';
import { LayerSection } from './LayerSection.tsx';
import { StepEditor } from './StepEditor.tsx';
import { StepLine } from './StepLine.tsx';
import { useFindings, useSequence } from './useSequence.ts';

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
  const [pending, setPending] = useState<Partial<ZoneOptions> | null>(null);
  async function choose(part: Partial<ZoneOptions>): Promise<void> {
    const wanted = { ...spec, options: zone.options ? { ...zone.options, ...part } : null };
    const outcome = await save({ jobId: dossier.job.id, id, version, spec: wanted });
    onProblem('error' in outcome ? refusalOf(outcome.error).message : null);
  }
  // What somebody changed by hand is not given up without being asked.
  const option = (part: Partial<ZoneOptions>) => (zone.isEdited ? setPending(part) : void choose(part));
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
      {pending && (
        <Modal
          isOpen
          onClose={() => setPending(null)}
          title="Unfold the steps anew?"
          note="Another choice makes the steps anew from the system. What was changed by hand is given up."
          width="32rem"
        >
          <div className="flex gap-3">
            <Button
              kind="act"
              onClick={() => {
                void choose(pending);
                setPending(null);
              }}
            >
              Unfold anew
            </Button>
            <Button onClick={() => setPending(null)}>Keep my steps</Button>
          </div>
        </Modal>
      )}
    </Sheet>
  );
}

function ZoneSequence({ dossier, shop, zone }: { dossier: Dossier; shop: ShopContext; zone: ZoneRow }) {
  const [problem, setProblem] = useState<string | null>(null);
  const [openKey, setOpenKey] = useState<string | null>(null);
  const pieces = dossier.pieces.filter(({ zoneId }) => zoneId === zone.id);
  const steps = useMemo(
    (): Step[] => dossier.steps.filter(({ zoneId }) => zoneId === zone.id),
    [dossier.steps, zone.id],
  );
  const editor = useSequence(dossier, zone, steps);
  const findings = useFindings(dossier, zone, steps, shop);
  const markOf = (key: string) =>
    findings.find(({ at, severity }) => at === key && severity !== 'advise')?.severity ?? null;
  function show(key: string): void {
    setOpenKey(key);
    document.getElementById(`step-${key}`)?.scrollIntoView({ block: 'center' });
  }
  /** Alt and an arrow moves the step; Ctrl Z takes the last change back. */
  function press(event: KeyboardEvent, index: number): void {
    const step = steps[index];
    const isUp = event.key === 'ArrowUp';
    if (!step || !event.altKey || (!isUp && event.key !== 'ArrowDown')) return;
    event.preventDefault();
    const before = isUp ? steps[index - 1]?.key : (steps[index + 2]?.key ?? null);
    if (before === undefined || (!isUp && index === steps.length - 1)) return;
    editor.edit(`move of ${step.name}`, [{ kind: 'move', key: step.key, before }]);
  }
  return (
    <>
      {(problem ?? editor.problem) && <Notice kind="stop">{problem ?? editor.problem}</Notice>}
      <Choices zone={zone} dossier={dossier} shop={shop} onProblem={setProblem} />
      {steps.length > 0 && (
        <>
          <div className="flex flex-wrap items-center gap-2">
            <h2 className="flex-1">
              {steps.length} steps
              {zone.isEdited && (
                <span className="font-normal text-quiet">
                  {' '}
                  · changed by hand; another choice above unfolds them anew
                </span>
              )}
            </h2>
            <Link
              to={`../sequence/card?zone=${zone.id}`}
              className="inline-flex min-h-9 items-center rounded-[3px] border-[1.5px] border-ink bg-raised px-3.5 font-semibold"
            >
              Process card
            </Link>
            <Button disabled={editor.undoable === null} onClick={editor.undo}>
              Undo{editor.undoable && ` ${editor.undoable}`}
            </Button>
            <Button disabled={editor.redoable === null} onClick={editor.redo}>
              Redo
            </Button>
          </div>
          <FindingsPanel
            dossier={dossier}
            zone={zone}
            findings={findings}
            nameOf={(key) => steps.find((step) => step.key === key)?.name}
            editor={editor}
            onShow={show}
          />
          <div className="grid grid-cols-[minmax(0,1fr)_15rem] items-start gap-4">
            <ol className="bg-sheet" aria-label="Steps">
              {steps.map((step, index) => (
                <StepLine
                  key={step.id}
                  step={step}
                  number={index + 1}
                  pieces={pieces.filter((piece) => concerns(step, piece))}
                  shop={shop}
                  isOnSite={dossier.job.place === 'client'}
                  isOpen={openKey === step.key}
                  mark={markOf(step.key)}
                  onToggle={() => setOpenKey(openKey === step.key ? null : step.key)}
                  onKeyDown={(event) => press(event, index)}
                >
                  <StepEditor step={step} steps={steps} shop={shop} editor={editor} />
                </StepLine>
              ))}
            </ol>
            <LayerSection zone={zone} steps={steps} shop={shop} />
          </div>
        </>
      )}
    </>
  );
}

/** The sequence of a zone: which system, what the rules say of it, and the steps, each of which can be changed. */
export function SequenceScreen() {
  const { dossier, shop } = useJobContext();
  const [search, setSearch] = useSearchParams();
  const zone = dossier.zones.find(({ id }) => id === search.get('zone')) ?? dossier.zones[0];
  if (!zone) return <NoZone title="A sequence belongs to a zone" />;
  const pieces = dossier.pieces.filter(({ zoneId }) => zoneId === zone.id);
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
      <ZoneSequence key={zone.id} dossier={dossier} shop={shop} zone={zone} />
    </main>
  );
}
