import type { LayerRow, ShopContext } from '@upholder/core/api';
import {
  type KnownLayer,
  LAYER_ANSWERS,
  LAYER_CLASSES,
  type LayerAnswer,
  type LayerClass,
  layerVerdict,
  productLayerVerdict,
} from '@upholder/core/catalogue';
import { useState } from 'react';
import { useOutletContext } from 'react-router';
import { v7 as uuid } from 'uuid';
import { refusalOf, upholder } from '../../api/upholder.ts';
import { Button, Card, Field, Notice, Select, TextInput } from '../../parts/controls.tsx';
import { Day } from '../../parts/Day.tsx';
import { SideScroll } from '../../parts/SideScroll.tsx';
import { TestPanel } from '../../parts/TestPanel.tsx';
import { LAYER_ANSWER_WORDS, LAYER_CLASS_WORDS } from './layerWords.ts';

const CLASSES = LAYER_CLASSES.filter((layerClass) => layerClass !== 'unknown');
const CELL = 25;

/** An answer as a film on a film: closed, hatched, lifting, or open. */
function Mark({ answer, isOwn }: { answer: LayerAnswer; isOwn: boolean }) {
  return (
    <svg viewBox="0 0 20 20" className="size-5" aria-hidden="true">
      <rect
        x="2.5"
        y="2.5"
        width="15"
        height="15"
        fill={answer === 'yes' ? 'var(--ink)' : answer === 'scuffed' ? 'url(#hatch-fine)' : 'none'}
        stroke={answer === 'no' ? 'var(--stop)' : 'var(--ink)'}
        strokeWidth={answer === 'not known' ? 0.8 : 1.4}
        strokeDasharray={answer === 'not known' ? '2 2' : undefined}
      />
      {answer === 'no' && (
        <path d="M3 17 Q8 15 10 9 Q13 4 17 3" stroke="var(--stop)" strokeWidth="2.4" fill="none" />
      )}
      {isOwn && <path d="M20 0 V8 L12 0 Z" fill="var(--act)" />}
    </svg>
  );
}

interface Pair {
  under: LayerClass;
  over: LayerClass;
}

function verdictOf({ under, over }: Pair, layers: readonly LayerRow[]): KnownLayer {
  const end = (layerClass: LayerClass) => ({ productKey: '', sheet: { layerClass, isDewaxed: false } });
  return productLayerVerdict(end(under), end(over), layers);
}

/** What is known of one pair of classes, and the shop's own answer to it. */
function PairPanel({ pair, shop }: { pair: Pair; shop: ShopContext }) {
  const { under, over } = pair;
  const [save, { isLoading }] = upholder.useAnswerLayerMutation();
  const [takeBack] = upholder.useTakeBackLayerMutation();
  const [answer, setAnswer] = useState<LayerAnswer>('scuffed');
  const [why, setWhy] = useState('');
  const [problem, setProblem] = useState<string | undefined>();
  const [isTesting, setIsTesting] = useState(false);
  const verdict = verdictOf(pair, shop.layers);
  const own = shop.layers.filter(
    (layer) => layer.kind === 'class' && layer.under === under && layer.over === over,
  );
  const shipped = layerVerdict(under, over);
  const names = { under: LAYER_CLASS_WORDS[under], over: LAYER_CLASS_WORDS[over] };
  async function settle(): Promise<void> {
    if (why.trim().length < 3) return setProblem('Write down why, in a few words.');
    const outcome = await save({
      id: uuid(),
      kind: 'class',
      under,
      over,
      answer,
      why: why.trim(),
      test: null,
    });
    if ('error' in outcome) return setProblem(refusalOf(outcome.error).message);
    setProblem(undefined);
    setWhy('');
  }
  return (
    <Card className="p-4" aria-label="The pair">
      <h2>
        {names.over}
        <span className="font-normal text-quiet"> over </span>
        {names.under}
      </h2>
      <p className="mt-2 flex items-center gap-2 font-semibold">
        <Mark answer={verdict.answer} isOwn={own.length > 0} />
        {LAYER_ANSWER_WORDS[verdict.answer]}
      </p>
      <p className="mt-1">{verdict.why}</p>
      <p className="mt-1 text-small text-quiet">
        {verdict.source === 'table'
          ? 'Built-in table: general trade practice by film chemistry. Product sheets come first.'
          : `Default: ${LAYER_ANSWER_WORDS[shipped.answer]}. ${shipped.why}`}
      </p>
      {own.toReversed().map((layer) => (
        <div key={layer.id} className="mt-3 border-act border-l-[6px] pl-3">
          <p>
            <span className="font-semibold">{LAYER_ANSWER_WORDS[layer.answer]}</span>, {layer.memberName},{' '}
            <Day at={layer.at} />
          </p>
          {layer.test && (
            <p className="text-note">
              Test panel of {layer.test.madeOn}: {layer.test.method}.
            </p>
          )}
          <Button kind="quiet" className="!px-0" onClick={() => void takeBack(layer.id)}>
            Remove rule
          </Button>
        </div>
      ))}
      <div className="mt-4 flex flex-col gap-2 border-line border-t pt-3">
        <Field label="Your shop’s rule">
          {(ids) => (
            <Select {...ids} value={answer} onChange={({ target }) => setAnswer(target.value as LayerAnswer)}>
              {LAYER_ANSWERS.map((one) => (
                <option key={one} value={one}>
                  {LAYER_ANSWER_WORDS[one]}
                </option>
              ))}
            </Select>
          )}
        </Field>
        <Field label="Why" error={problem}>
          {(ids) => <TextInput {...ids} value={why} onChange={({ target }) => setWhy(target.value)} />}
        </Field>
        <div className="flex flex-wrap gap-2">
          <Button disabled={isLoading} onClick={() => void settle()}>
            Save rule
          </Button>
          <Button onClick={() => setIsTesting(true)}>Log a test panel</Button>
        </div>
      </div>
      {isTesting && (
        <TestPanel
          shop={shop}
          kind="class"
          under={under}
          over={over}
          names={names}
          onClose={() => setIsTesting(false)}
        />
      )}
    </Card>
  );
}

/** What may lie over what: every class of film over every other, with the shop's own answers marked. */
export function LayersScreen() {
  const shop = useOutletContext<ShopContext>();
  const [takeBack] = upholder.useTakeBackLayerMutation();
  const [pair, setPair] = useState<Pair>({ under: 'alkyd-primer', over: 'acrylic-enamel' });
  const named = (key: string) => shop.products.find((product) => product.key === key)?.sheet.name ?? key;
  const products = shop.layers.filter(({ kind }) => kind === 'product');
  return (
    <main className="grid grid-cols-[minmax(0,1fr)_19rem] items-start gap-5 px-5 py-4 max-md:grid-cols-1 max-md:px-3">
      <div className="flex flex-col gap-4">
        <Card className="p-4">
          <div className="flex flex-wrap items-center gap-x-5 gap-y-1 pb-2">
            <h1 className="mr-2">Recoat compatibility</h1>
            {LAYER_ANSWERS.map((answer) => (
              <span key={answer} className="flex items-center gap-1.5 text-note">
                <Mark answer={answer} isOwn={false} /> {LAYER_ANSWER_WORDS[answer]}
              </span>
            ))}
            <span className="flex items-center gap-1.5 text-note">
              <Mark answer="not known" isOwn /> your shop’s rule
            </span>
          </div>
          <SideScroll label="What may go over what">
            <table className="border-separate border-spacing-0 text-small">
              <thead>
                <tr>
                  <th scope="col" className="pr-2 pb-1 text-right align-bottom font-normal text-quiet">
                    below ↓, above →
                  </th>
                  {CLASSES.map((over) => (
                    <th
                      key={over}
                      scope="col"
                      className="h-40 align-bottom font-normal"
                      style={{ width: CELL }}
                    >
                      <span
                        className={`mx-auto block w-5 whitespace-nowrap pb-1 text-left leading-5 [writing-mode:vertical-rl] rotate-180 ${pair.over === over ? 'font-bold' : ''}`}
                      >
                        {LAYER_CLASS_WORDS[over]}
                      </span>
                    </th>
                  ))}
                </tr>
              </thead>
              <tbody>
                {CLASSES.map((under) => (
                  <tr key={under}>
                    <th
                      scope="row"
                      className={`whitespace-nowrap pr-2 text-right ${pair.under === under ? 'font-bold' : 'font-normal'}`}
                    >
                      {LAYER_CLASS_WORDS[under]}
                    </th>
                    {CLASSES.map((over) => {
                      const verdict = verdictOf({ under, over }, shop.layers);
                      const isOpen = pair.under === under && pair.over === over;
                      return (
                        <td key={over} className="p-0">
                          <button
                            type="button"
                            aria-pressed={isOpen}
                            aria-label={`${LAYER_CLASS_WORDS[over]} over ${LAYER_CLASS_WORDS[under]}: ${LAYER_ANSWER_WORDS[verdict.answer]}`}
                            title={`${LAYER_CLASS_WORDS[over]} over ${LAYER_CLASS_WORDS[under]}: ${LAYER_ANSWER_WORDS[verdict.answer]}`}
                            onClick={() => setPair({ under, over })}
                            className={`grid place-items-center ${isOpen ? 'bg-act-wash outline-2 outline-act' : 'hover:bg-closed'}`}
                            style={{ width: CELL, height: CELL }}
                          >
                            <Mark answer={verdict.answer} isOwn={verdict.source !== 'table'} />
                          </button>
                        </td>
                      );
                    })}
                  </tr>
                ))}
              </tbody>
            </table>
          </SideScroll>
        </Card>
        {products.length > 0 && (
          <Card className="p-4">
            <h2>Rules for products</h2>
            {products.toReversed().map((layer) => (
              <div key={layer.id} className="mt-2 flex items-start gap-3 border-line border-t pt-2">
                <Mark answer={layer.answer} isOwn />
                <p className="flex-1 leading-snug">
                  <span className="font-semibold">
                    {named(layer.over)} over {named(layer.under)}: {LAYER_ANSWER_WORDS[layer.answer]}.
                  </span>{' '}
                  {layer.why}
                  <span className="block text-note text-quiet">
                    {layer.test ? `Test panel of ${layer.test.madeOn}: ${layer.test.method}. ` : ''}
                    {layer.memberName}, <Day at={layer.at} />
                  </span>
                </p>
                <Button kind="quiet" onClick={() => void takeBack(layer.id)}>
                  Remove rule
                </Button>
              </div>
            ))}
          </Card>
        )}
        {products.length === 0 && (
          <Notice>
            Where a sequence puts one product over another that no one has tried, it asks for a test panel.
            Results are kept here, for those two products.
          </Notice>
        )}
      </div>
      <div className="sticky top-4 max-md:static">
        <PairPanel key={`${pair.under} ${pair.over}`} pair={pair} shop={shop} />
      </div>
    </main>
  );
}
