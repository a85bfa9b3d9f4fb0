import type { ShopContext } from '@upholder/core/api';
import { startingCase } from '@upholder/core/equipment';
import { planOfCase, type SprayCase } from '@upholder/core/film';
import { type ReactNode, useMemo, useState } from 'react';
import { useSearchParams } from 'react-router';
import { upholder } from '../../api/upholder.ts';
import { show } from '../../base/voice.ts';
import { Card, Field, Select, Skeleton } from '../../parts/controls.tsx';
import { Tabs } from '../../parts/Tabs.tsx';
import { CombPanel, type Combs, NO_COMBS } from './CombPanel.tsx';
import { GunPanel } from './GunPanel.tsx';
import { PlannedFilm } from './PlannedFilm.tsx';
import { PracticeView } from './PracticeView.tsx';
import { QuestionsPanel } from './QuestionsPanel.tsx';
import { RollingView } from './RollingPanel.tsx';
import { SetUpPanel } from './SetUpPanel.tsx';
import { StrokesPanel } from './StrokesPanel.tsx';
import { filmSheetOf, limitsOf, SAMPLE_PIECES, useCover, useSprayChoice } from './useSprayCase.ts';

const TABS = [
  ['set-up', 'Set-up'],
  ['strokes', 'Strokes'],
  ['questions', 'Questions'],
  ['practice', 'Practice'],
  ['rolling', 'Roller'],
] as const;
type Tab = (typeof TABS)[number][0];

type Choice = ReturnType<typeof useSprayChoice>;

/** Piece, product, gun and position: what everything else is about. A lesson brings its own piece. */
function Chooser({ choice, isLesson }: { choice: Choice; isLesson: boolean }) {
  const { pieces, chosen, products, product, guns, gun, isFlat, choose } = choice;
  const own = pieces.filter((one) => !SAMPLE_PIECES.includes(one));
  return (
    <div className="grid grid-cols-4 gap-3 max-lg:grid-cols-2">
      {!isLesson && (
        <Field label="Piece">
          {(ids) => (
            <Select {...ids} value={chosen?.id} onChange={({ target }) => choose({ piece: target.value })}>
              {own.length > 0 && (
                <optgroup label="Of the job">
                  {own.map(({ id, name }) => (
                    <option key={id} value={id}>
                      {name}
                    </option>
                  ))}
                </optgroup>
              )}
              <optgroup label="To practise on">
                {SAMPLE_PIECES.map(({ id, name, piece }) => (
                  <option key={id} value={id}>
                    {name}, {show('length', piece.widthMm)} × {show('length', piece.heightMm)}
                  </option>
                ))}
              </optgroup>
            </Select>
          )}
        </Field>
      )}
      <Field label="Product">
        {(ids) => (
          <Select {...ids} value={product?.key} onChange={({ target }) => choose({ product: target.value })}>
            {products.map(({ key, sheet }) => (
              <option key={key} value={key}>
                {sheet.name}
              </option>
            ))}
          </Select>
        )}
      </Field>
      <Field label="Gun">
        {(ids) => (
          <Select {...ids} value={gun?.id ?? ''} onChange={({ target }) => choose({ gun: target.value })}>
            {guns.length === 0 && <option value="">none kept: a usual turbine gun</option>}
            {guns.map(({ id, item }) => (
              <option key={id} value={id}>
                {item.name}
              </option>
            ))}
          </Select>
        )}
      </Field>
      {!isLesson && (
        <Field label="Position">
          {(ids) => (
            <Select
              {...ids}
              value={isFlat ? 'flat' : 'upright'}
              onChange={({ target }) => choose({ lies: target.value })}
            >
              <option value="upright">hangs or stands upright</option>
              <option value="flat">lies flat</option>
            </Select>
          )}
        </Field>
      )}
    </div>
  );
}

function Workshop({ choice }: { choice: Choice }) {
  const { chosen, product, gun, row, step, isFlat } = choice;
  const [search, setSearch] = useSearchParams();
  const tab = TABS.find(([key]) => key === search.get('open'))?.[0] ?? 'set-up';
  const sheet = useMemo(() => product && filmSheetOf(product.sheet), [product]);
  const piece = (chosen ?? SAMPLE_PIECES[0])?.piece;
  const start = useMemo(
    () =>
      product &&
      sheet &&
      startingCase(
        gun?.item,
        product.key,
        (step?.productKey === product.key ? step?.wftUm : null) ?? sheet.typicalUm,
      ),
    [gun, product, sheet, step],
  );
  // What was set stays set while the same gun has the same product, also when its card is kept or the shop comes again from the server.
  const about = `${gun?.id} ${product?.key} ${step?.id}`;
  const [changed, setChanged] = useState<{ about: string; to: SprayCase } | null>(null);
  const [combsOf, setCombsOf] = useState<{ pieceId: string | undefined; combs: Combs }>();
  const combs = combsOf && combsOf.pieceId === chosen?.id ? combsOf.combs : NO_COMBS;
  const setCombs = (next: Combs) => setCombsOf({ pieceId: chosen?.id, combs: next });
  const one = changed?.about === about ? changed.to : start;
  const cover = useCover(choice);
  const limits = useMemo(() => sheet && limitsOf(sheet, isFlat), [sheet, isFlat]);
  if (!product || !sheet || !piece || !one || !start || !limits)
    return (
      <Card className="p-5">No product on the shelf is sprayed. Add one under Products &amp; stock.</Card>
    );
  const plan = planOfCase(piece, one);
  const onCase = (to: SprayCase) => setChanged({ about, to });
  const open = (key: Tab) =>
    setSearch(
      (before) => {
        const next = new URLSearchParams(before);
        next.set('open', key);
        return next;
      },
      { replace: true },
    );
  const panels = {
    'set-up': (
      <SetUpPanel key={`${gun?.id} ${product.key}`} one={one} sheet={sheet} limits={limits} onCase={onCase}>
        {row && gun && (
          <GunPanel
            row={row}
            gun={gun.item}
            product={product}
            stepId={step?.id ?? null}
            one={one}
            plan={plan}
            shop={choice.shop}
            onCase={onCase}
          />
        )}
        <CombPanel
          combs={combs}
          onCombs={setCombs}
          piece={piece}
          pieceId={chosen?.id ?? ''}
          productKey={product.key}
          one={one}
          detail={choice.detail}
          shop={choice.shop}
          onCase={onCase}
        />
      </SetUpPanel>
    ),
    strokes: <StrokesPanel one={one} plan={plan} onCase={onCase} />,
    questions: (
      <QuestionsPanel
        piece={piece}
        one={one}
        sheet={sheet}
        isFlat={isFlat}
        shop={choice.shop}
        onCase={onCase}
      />
    ),
  };
  const tabs = (children: ReactNode) => (
    <Tabs
      label="Spray"
      tabs={TABS}
      open={tab}
      onOpen={open}
      listClass="gap-0.5"
      tabClass={(isOpen) => `px-1.5 py-1.5 font-semibold ${isOpen ? 'tape' : 'hover:bg-raised'}`}
      panelClass="pt-3"
    >
      {children}
    </Tabs>
  );
  if (tab === 'rolling')
    return (
      <RollingView
        key={`${product.key} ${piece.tag} ${piece.widthMm}`}
        piece={piece}
        sheet={product.sheet}
        climate={choice.shop.planningClimate}
        tabs={tabs}
      />
    );
  if (tab === 'practice') return <PracticeView one={one} limits={sheet} tabs={tabs} />;
  return (
    <div className="grid grid-cols-[minmax(0,1fr)_26rem] items-start gap-4 max-lg:grid-cols-1">
      <PlannedFilm
        piece={piece}
        one={one}
        limits={limits}
        cover={cover}
        isFlat={isFlat}
        combs={tab === 'set-up' ? combs.readings : []}
        onPlace={
          tab === 'set-up' && combs.placing !== null
            ? (x, y) =>
                setCombs({ placing: null, readings: [...combs.readings, { x, y, um: combs.placing ?? 0 }] })
            : undefined
        }
      />
      <Card className="p-4">{tabs(panels[tab])}</Card>
    </div>
  );
}

function Chosen({ shop }: { shop: ShopContext }) {
  const choice = useSprayChoice(shop);
  const [search] = useSearchParams();
  return (
    <main className="flex flex-col gap-4 px-5 py-4 max-md:px-3">
      <h1>Spray</h1>
      <Chooser choice={choice} isLesson={search.get('open') === 'practice'} />
      <Workshop choice={choice} />
    </main>
  );
}

/** Set-up, strokes and film of a sprayed coat, what painters ask about it, and practice. */
export function SprayScreen() {
  const { data: shop } = upholder.useShopQuery();
  return shop ? <Chosen shop={shop} /> : <Skeleton />;
}
