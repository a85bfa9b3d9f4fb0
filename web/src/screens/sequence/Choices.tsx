import type { JobDetail, ShopContext, ZoneRow } from '@upholder/core/api';
import { APPLICATOR_TRAITS } from '@upholder/core/catalogue';
import { isWorkedInRoom, workedWay } from '@upholder/core/pieces';
import { regional } from '@upholder/core/said';
import {
  type ChosenProduct,
  type CustomSystemVersion,
  FINISHING_SYSTEMS,
  LAYING_WORDS,
  LAYINGS,
  productsAsked,
  SYSTEM_TRAITS,
  ZONE_APPLICATORS,
  type ZoneOptions,
} from '@upholder/core/systems';
import { useState } from 'react';
import { ButtonLink } from '../../parts/ButtonLink.tsx';
import { Button, Card, Field, Select } from '../../parts/controls.tsx';
import { Modal } from '../../parts/Modal.tsx';
import { FineChoices } from './FineChoices.tsx';
import { useZoneChoices } from './useZoneChoices.ts';

const PRODUCT_WORDS = {
  primerKey: { name: 'Primer', role: 'primer' },
  colourKey: { name: regional('Colour'), role: 'colour' },
  clearKey: { name: 'Clear', role: 'clear' },
  stainKey: { name: 'Stain', role: 'stain' },
} as const satisfies Record<ChosenProduct, { name: string; role: string }>;

/** Asks before the steps are made again. */
function GenerateDialog({ onGenerate, onClose }: { onGenerate(): void; onClose(): void }) {
  return (
    <Modal
      isOpen
      onClose={onClose}
      title="Regenerate the steps?"
      note="Another choice regenerates the steps from the system. Your manual changes will be lost."
      width="32rem"
    >
      <div className="flex gap-3">
        <Button
          kind="act"
          onClick={() => {
            onGenerate();
            onClose();
          }}
        >
          Regenerate steps
        </Button>
        <Button onClick={onClose}>Keep my steps</Button>
      </div>
    </Modal>
  );
}

/** The system of a zone, what it fits, and a later version of it where there is one. */
function ChosenSystem({
  zone,
  latest,
  onVersion,
}: {
  zone: ZoneRow;
  latest: CustomSystemVersion | undefined;
  onVersion(version: number): void;
}) {
  const own = zone.customSystem;
  if (zone.systemId === null)
    return <p className="flex-1">No finishing system yet. The survey ranks them for this zone.</p>;
  return (
    <>
      <span className="tape">{zone.systemId}</span>
      <div className="min-w-0 flex-1 leading-snug max-md:min-w-[70%]">
        <p className="font-semibold">
          {own ? `${own.name}, version ${own.version}` : FINISHING_SYSTEMS[zone.systemId].name}
          {latest && latest.version > (own?.version ?? 0) && (
            <Button kind="quiet" className="ml-2" onClick={() => onVersion(latest.version)}>
              Take version {latest.version}
            </Button>
          )}
        </p>
        <p className="text-note">
          {zone.choiceReason || latest?.fits || FINISHING_SYSTEMS[zone.systemId].fits} ·{' '}
          <span className="text-quiet">
            Not for: {latest?.notFor || FINISHING_SYSTEMS[zone.systemId].notFor}
          </span>
        </p>
      </div>
    </>
  );
}

/** The system of a zone and the choices within it. */
export function Choices({
  zone,
  detail,
  shop,
  onProblem,
}: {
  zone: ZoneRow;
  detail: JobDetail;
  shop: ShopContext;
  onProblem(message: string | null): void;
}) {
  const put = useZoneChoices(detail.job.id, zone, onProblem);
  const [pending, setPending] = useState<(() => void) | null>(null);
  const own = zone.customSystem;
  const latest = shop.systems.find((system) => system.id === own?.id);
  // What somebody changed by hand is not given up without being asked.
  const asked = (apply: () => void) => (zone.isEdited ? setPending(() => apply) : apply());
  const option = (part: Partial<ZoneOptions>) =>
    asked(() => put((spec) => ({ ...spec, options: spec.options && { ...spec.options, ...part } })));
  const takeVersion = (number: number) =>
    asked(() => {
      if (own)
        put((spec) => ({
          ...spec,
          customSystem: { ...own, version: number, name: latest?.name ?? own.name },
        }));
    });
  const { options } = zone;
  /** Counts of coats are a shipped system's: one of the shop's own has its steps as they were written. */
  const traits = own || zone.systemId === null ? null : SYSTEM_TRAITS[zone.systemId];
  const asks: readonly ChosenProduct[] =
    options === null || zone.systemId === null
      ? []
      : own
        ? ['primerKey', 'colourKey']
        : productsAsked(zone.systemId, options);
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
  const isOnSite = detail.job.place === 'client';
  const pieces = detail.pieces.filter(({ zoneId }) => zoneId === zone.id);
  const hasLoose =
    pieces.length === 0 ? !isOnSite : pieces.some((piece) => !isWorkedInRoom(workedWay(piece, isOnSite)));
  const hangsOn = pieces.some(({ way }) => way === 'hinges');
  return (
    <Card className="p-4" aria-label="Finishing system">
      <div className="flex flex-wrap items-center gap-x-4 gap-y-2">
        <ChosenSystem zone={zone} latest={latest} onVersion={takeVersion} />
        <ButtonLink to={`../survey/systems?zone=${zone.id}`} kind={zone.systemId ? 'plain' : 'act'}>
          {zone.systemId ? 'Choose another' : 'Compare and choose'}
        </ButtonLink>
      </div>
      {options && (
        <div className="mt-3 grid grid-cols-8 gap-3 max-lg:grid-cols-4 max-md:grid-cols-2">
          {asks.map((key) => (
            <Field key={key} label={PRODUCT_WORDS[key].name} className="col-span-2">
              {(ids) => (
                <Select
                  {...ids}
                  value={options[key]}
                  onChange={({ target }) => option({ [key]: target.value })}
                >
                  {shop.products
                    .filter(({ sheet }) => sheet.role === PRODUCT_WORDS[key].role)
                    .map(({ key: productKey, sheet }) => (
                      <option key={productKey} value={productKey}>
                        {sheet.name}
                      </option>
                    ))}
                </Select>
              )}
            </Field>
          ))}
          {/* In the client’s room everything stays upright: there is nothing to choose. */}
          {hasLoose && (
            <Field label="Loose pieces dry" className="col-span-2">
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
          )}
          {hangsOn && (
            <label className="col-span-2 flex items-end gap-2.5 pb-2">
              <input
                type="checkbox"
                className="size-5 accent-[var(--act)]"
                checked={options.offForLast}
                onChange={({ target }) => option({ offForLast: target.checked })}
              />
              Doors off for the last coat
            </label>
          )}
          <Field label="Applied by" className="col-span-2">
            {(ids) => (
              <Select
                {...ids}
                value={options.applicator}
                onChange={({ target }) => option({ applicator: target.value as ZoneOptions['applicator'] })}
              >
                {ZONE_APPLICATORS.map((one) => (
                  <option key={one} value={one}>
                    {APPLICATOR_TRAITS[one].short}
                  </option>
                ))}
              </Select>
            )}
          </Field>
          {traits && traits.fills !== 'no' && count('fillCoats', 'Fill', 3)}
          {traits && traits.clearOver !== 'wood' && count('primerCoats', 'Primer coats', 3, 0)}
          {traits && traits.clearOver !== 'wood' && count('colourCoats', regional('Colour coats'), 4)}
          {traits && traits.clearOver !== null && count('clearCoats', 'Clear coats', 4, 0)}
          {!own && <FineChoices options={options} asks={asks} shop={shop} onChoose={option} />}
        </div>
      )}
      {pending && <GenerateDialog onGenerate={pending} onClose={() => setPending(null)} />}
    </Card>
  );
}
