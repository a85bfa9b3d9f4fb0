import type { ShopContext } from '@upholder/core/api';
import { itemsOf, type KeptTool } from '@upholder/core/mixing';
import { formatDuration, parseDurationMinutes } from '@upholder/core/units';
import { useState } from 'react';
import { v7 as uuid } from 'uuid';
import { refusalOf, upholder } from '../../api/upholder.ts';
import { Button, Field, Notice, Select, TextInput } from '../../parts/controls.tsx';
import { coatingsOf } from './startDraft.ts';

/** Where a sheet says nothing, a wrapped tool keeps over the night. */
const USUAL_KEEP_MIN = 12 * 60;

const TOOLS = ['roller, wrapped', 'brush, wrapped', 'foam roller, wrapped', 'gun with sealed cup'];

/** The form that puts a tool into the register. */
function KeepTool({ shop, now, onDone }: { shop: ShopContext; now: Date; onDone(): void }) {
  const coatings = coatingsOf(shop).filter(({ sheet }) => sheet.hardener === null);
  const [name, setName] = useState(TOOLS[0] ?? '');
  const [productKey, setProductKey] = useState(coatings[0]?.key ?? '');
  const [span, setSpan] = useState('12 h');
  const [problem, setProblem] = useState<string | undefined>();
  const [write] = upholder.useWriteBenchItemMutation();
  const { data: session } = upholder.useSessionQuery();
  async function keep(): Promise<void> {
    const read = parseDurationMinutes(span);
    if (!read.ok) return setProblem(read.message);
    const item: KeptTool = {
      kind: 'kept',
      name,
      productKey,
      batch: '',
      keptFrom: now.toISOString(),
      keepUntil: new Date(now.getTime() + read.value * 60_000).toISOString(),
      by: session?.member?.name ?? '',
      endedAt: null,
    };
    const outcome = await write({ id: uuid(), version: 0, item });
    if ('error' in outcome) setProblem(refusalOf(outcome.error).message);
    else onDone();
  }
  return (
    <div className="grid grid-cols-2 items-end gap-2 p-4">
      <Field label="Tool">
        {(ids) => (
          <Select {...ids} className="min-h-14" value={name} onChange={({ target }) => setName(target.value)}>
            {TOOLS.map((one) => (
              <option key={one}>{one}</option>
            ))}
          </Select>
        )}
      </Field>
      <Field label="With">
        {(ids) => (
          <Select
            {...ids}
            className="min-h-14"
            value={productKey}
            onChange={({ target }) => {
              setProductKey(target.value);
              const rest = coatings.find(({ key }) => key === target.value)?.sheet.gunRestMin;
              setSpan(formatDuration(rest ?? USUAL_KEEP_MIN));
            }}
          >
            {coatings.map(({ key, sheet }) => (
              <option key={key} value={key}>
                {sheet.name}
              </option>
            ))}
          </Select>
        )}
      </Field>
      <Field label="Keeps" error={problem}>
        {(ids) => (
          <TextInput
            {...ids}
            className="min-h-14"
            value={span}
            onChange={({ target }) => setSpan(target.value)}
          />
        )}
      </Field>
      <Button posture="floor" kind="act" onClick={() => void keep()}>
        Keep
      </Button>
    </div>
  );
}

/** Rollers, brushes and guns that are kept wet: what is in each, and until when. */
export function KeptTools({ shop, now }: { shop: ShopContext; now: Date }) {
  const [isAdding, setAdding] = useState(false);
  const [problem, setProblem] = useState<string | undefined>();
  const [write] = upholder.useWriteBenchItemMutation();
  // What was just taken out is gone from the list, also while the server has not said so yet.
  const [gone, setGone] = useState<readonly string[]>([]);
  const kept = itemsOf(shop.benchItems, 'kept').filter(
    ({ id, item }) => item.endedAt === null && !gone.includes(id),
  );
  const versions = new Map(shop.benchItems.map(({ id, version }) => [id, version]));
  async function end(id: string, item: KeptTool): Promise<void> {
    setGone([...gone, id]);
    const outcome = await write({
      id,
      version: versions.get(id) ?? 0,
      item: { ...item, endedAt: now.toISOString() },
    });
    if ('error' in outcome) setGone((known) => known.filter((one) => one !== id));
    setProblem('error' in outcome ? refusalOf(outcome.error).message : undefined);
  }
  return (
    <section aria-label="Tools stored wet" className="bg-sheet">
      <div className="flex items-center gap-3 px-4 pt-3 pb-2">
        <h2 className="flex-1">Tools stored wet</h2>
        <Button posture="floor" aria-expanded={isAdding} onClick={() => setAdding(!isAdding)}>
          {isAdding ? 'Cancel' : 'Store a tool'}
        </Button>
      </div>
      {problem && <Notice kind="stop">{problem}</Notice>}
      {isAdding && <KeepTool shop={shop} now={now} onDone={() => setAdding(false)} />}
      {kept.length === 0 && !isAdding && <p className="px-4 pb-3 text-quiet">No tools are stored wet.</p>}
      {kept.map(({ id, item }) => {
        const leftMin = (Date.parse(item.keepUntil) - now.getTime()) / 60_000;
        return (
          <div key={id} className="flex min-h-16 items-center gap-4 border-line border-t px-4 py-2">
            <p className="min-w-0 flex-1 leading-snug">
              <span className="block font-semibold text-lead">{item.name}</span>
              <span className="block text-quiet">
                {shop.products.find(({ key }) => key === item.productKey)?.sheet.name ?? item.productKey},{' '}
                {item.by}
              </span>
            </p>
            <p className={`quantity text-lead ${leftMin <= 0 ? 'font-bold text-stop' : ''}`}>
              {leftMin <= 0 ? 'stored too long' : formatDuration(leftMin)}
            </p>
            <Button posture="floor" onClick={() => void end(id, item)}>
              Taken out
            </Button>
          </div>
        );
      })}
    </section>
  );
}
