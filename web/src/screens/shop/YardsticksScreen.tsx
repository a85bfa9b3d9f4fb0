import type { ShopContext } from '@upholder/core/api';
import type { ShopSettings } from '@upholder/core/shop';
import { YARDSTICK_KEYS } from '@upholder/core/systems';
import { upholder } from '../../api/upholder.ts';
import { useMay } from '../../api/useMay.ts';
import { labelled } from '../../base/voice.ts';
import { Card, Field, Skeleton, TextInput } from '../../parts/controls.tsx';
import { MayNote } from '../../parts/MayNote.tsx';
import { SaveHead } from '../../parts/SaveHead.tsx';
import { SideScroll } from '../../parts/SideScroll.tsx';
import { UndoButtons } from '../../parts/UndoButtons.tsx';
import { saveOutcome } from '../../parts/useDraftForm.ts';
import { useUndoableForm } from '../../parts/useUndoableForm.ts';
import {
  FIGURES,
  readYardsticks,
  SANDED_GRITS,
  usual,
  usualOff,
  YARDSTICK_NAMES,
  yardstickDraft,
} from './yardstickDraft.ts';

function Table({ shop }: { shop: ShopContext }) {
  const mayChange = useMay('changeShop');
  const [change] = upholder.useChangeShopMutation();
  const { form, history } = useUndoableForm<ShopSettings>({
    kept: shop.settings,
    version: shop.version,
    draftOf: yardstickDraft,
    read: (draft) => readYardsticks(draft, shop.settings),
    saved: 'Saved. Replan the jobs to use it.',
    put: async (settings, version) =>
      saveOutcome(await change({ version, name: shop.name, timeZone: shop.timeZone, settings }), (kept) => ({
        draft: yardstickDraft(kept.settings),
        version: kept.version,
      })),
  });
  return (
    <Card className="p-5">
      <SaveHead
        title={<h1>Yardsticks</h1>}
        said={form.said}
        save="Save yardsticks"
        isSaving={form.isSaving || !mayChange}
        onSave={() => void form.save()}
      >
        <UndoButtons history={history} isBusy={form.isSaving} />
      </SaveHead>
      <p className="mt-1 max-w-prose text-quiet">
        How long work takes here. Grey figures are the trade’s. Type in a row and it is your own: seconds for
        a face and an edge suit production, minutes per area suit old doors. Steps whose labour was changed by
        hand keep it.
      </p>
      <SideScroll label="Minutes, work by work" className="mt-3">
        <table className="w-full min-w-[56rem] text-left">
          <thead>
            <tr className="border-quiet border-b">
              <th className="py-1.5 pr-3 font-semibold">Work</th>
              {FIGURES.map(({ key, name, said }) => (
                <th key={key} className="w-24 px-1 py-1.5 font-semibold">
                  {name}, <span className="font-normal text-quiet">{said()}</span>
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {YARDSTICK_KEYS.map((key) => {
              const isOwn = FIGURES.some((figure) => form.text(`${key}.${figure.key}`).trim() !== '');
              return (
                <tr key={key} className="border-line border-b align-top">
                  <th scope="row" className={`py-1.5 pr-3 ${isOwn ? 'font-semibold' : 'font-normal'}`}>
                    {YARDSTICK_NAMES[key]}
                  </th>
                  {FIGURES.map((figure) => {
                    const name = `${key}.${figure.key}`;
                    const error = form.errors[name];
                    return (
                      <td key={figure.key} className="px-1 py-1">
                        <TextInput
                          aria-label={`${YARDSTICK_NAMES[key]}: ${figure.name.toLowerCase()}`}
                          aria-invalid={error !== undefined}
                          className="quantity text-right"
                          placeholder={isOwn ? '' : usual(key, figure)}
                          value={form.text(name)}
                          onChange={({ target }) => form.write(name, target.value)}
                          onBlur={form.check}
                        />
                        {error && (
                          <p role="alert" className="font-semibold text-small text-stop">
                            {error}
                          </p>
                        )}
                      </td>
                    );
                  })}
                </tr>
              );
            })}
          </tbody>
        </table>
      </SideScroll>
      <h2 className="mt-6">{labelled('Film that one pass of sanding takes off', 'film')}</h2>
      <p className="mt-1 max-w-prose text-quiet">
        Dry film, by the grit. Measure a panel before and after, and type your own. The build-up goes by it,
        and a warning comes where a film would be sanded through.
      </p>
      <div className="mt-3 grid grid-cols-8 gap-3 max-lg:grid-cols-4 max-md:grid-cols-2">
        {SANDED_GRITS.map((grit) => (
          <Field key={grit} label={`P${grit}`} error={form.errors[`off.${grit}`]}>
            {(ids) => (
              <TextInput
                {...ids}
                className="quantity text-right"
                placeholder={usualOff(grit)}
                value={form.text(`off.${grit}`)}
                onChange={({ target }) => form.write(`off.${grit}`, target.value)}
                onBlur={form.check}
              />
            )}
          </Field>
        ))}
      </div>
    </Card>
  );
}

/** How long each kind of work takes in this shop. */
export function YardsticksScreen() {
  const { data: shop } = upholder.useShopQuery();
  if (!shop) return <Skeleton />;
  return (
    <>
      <MayNote call="changeShop" />
      <main className="p-5 max-md:p-3">
        <Table key={shop.id} shop={shop} />
      </main>
    </>
  );
}
