import type { ShoppingLine } from '@upholder/core/shopping';
import { useMay } from '../../api/useMay.ts';
import { useIsNarrow } from '../../base/useIsNarrow.ts';
import { exactMoney, show } from '../../base/voice.ts';
import { Button, Card } from '../../parts/controls.tsx';
import { SideScroll } from '../../parts/SideScroll.tsx';
import { CELL, HEAD } from '../materials/cells.ts';

/** So much of what a line counts in: litres, metres or pieces. */
export function amountWords({ need }: Pick<ShoppingLine, 'need'>, amount: number): string {
  switch (need?.unit) {
    case 'mL':
      return show('volume', amount);
    case 'm':
      return show('run', amount);
    default:
      return String(Math.round(amount * 10) / 10);
  }
}

const boughtWords = ({ words, zones }: ShoppingLine): string =>
  zones.length > 0 ? `Bought: ${words}, ${zones.join(', ')}` : `Bought: ${words}`;

function BuyWords({ line }: { line: ShoppingLine }) {
  const { buy, missing, need } = line;
  if (need === null) return <span className="font-normal text-quiet">not counted: look</span>;
  if (buy === null) return amountWords(line, missing);
  return buy
    .map(({ size, count }) =>
      size === 1 && need.unit === 'pieces' ? String(count) : `${count} × ${amountWords(line, size)}`,
    )
    .join(' + ');
}

function Line({ line, onBought }: { line: ShoppingLine; onBought(): void }) {
  const mayCount = useMay(line.kind === 'product' ? 'setStock' : 'changeSupply');
  const { need, stock, reserved, cost } = line;
  const mayBuy = line.kind !== 'part' && need !== null;
  return (
    <tr className="border-line border-b">
      <th scope="row" className="py-1.5 font-normal">
        <span className="font-semibold">{line.words}</span>
        <span className="block text-quiet text-small">
          {line.colour !== null && line.zones.length > 0 && (
            <span
              className="mr-1.5 inline-block size-3 border border-line"
              style={{ background: line.colour }}
            />
          )}
          {line.zones.length > 0 ? line.zones.join(', ') : line.jobs.join(', ')}
          {line.isOneBatch && ' · one batch number, or mix all tins together before the first coat'}
        </span>
      </th>
      <td className={`${CELL} quantity`}>{need ? amountWords(line, need.amount) : '–'}</td>
      <td className={`${CELL} quantity`}>
        {stock === null ? (
          <span className="font-normal text-quiet">not counted</span>
        ) : (
          amountWords(line, stock)
        )}
        {reserved > 0 && (
          <span className="block font-normal text-quiet text-small">
            {amountWords(line, reserved)} for other jobs
          </span>
        )}
      </td>
      <td className={`${CELL} quantity`}>
        <BuyWords line={line} />
      </td>
      <td className={`${CELL} quantity`}>
        {cost === null ? <span className="font-normal text-quiet">unknown</span> : exactMoney(cost)}
      </td>
      <td className="no-print w-28 py-1.5 pl-4 text-right">
        {mayBuy && (
          <Button disabled={!mayCount} onClick={onBought} aria-label={boughtWords(line)}>
            Bought
          </Button>
        )}
      </td>
      <td className="hidden w-10 pl-3 print:table-cell">
        <span className="inline-block size-4 border border-black" />
      </td>
    </tr>
  );
}

/** A line for one hand in the shop: what, how much of it, and the press that it is in the trolley. */
function NarrowLine({ line, onBought }: { line: ShoppingLine; onBought(): void }) {
  const mayCount = useMay(line.kind === 'product' ? 'setStock' : 'changeSupply');
  return (
    <li className="flex items-center gap-3 border-line border-t py-2">
      <p className="min-w-0 flex-1 leading-snug">
        <span className="font-semibold">{line.words}</span>
        <span className="block quantity text-lead">
          <BuyWords line={line} />
        </span>
        <span className="block text-note text-quiet">
          {line.zones.length > 0 ? line.zones.join(', ') : line.jobs.join(', ')}
          {line.cost !== null && ` · ${exactMoney(line.cost)}`}
          {line.isOneBatch && ' · one batch number'}
        </span>
      </p>
      {line.kind !== 'part' && line.need !== null && (
        <Button
          posture="floor"
          className="px-4"
          disabled={!mayCount}
          onClick={onBought}
          aria-label={boughtWords(line)}
        >
          Bought
        </Button>
      )}
    </li>
  );
}

/** What to buy from one supplier. */
export function ShoppingTable({
  supplier,
  lines,
  onBought,
}: {
  supplier: string;
  lines: readonly ShoppingLine[];
  onBought(line: ShoppingLine): void;
}) {
  const isNarrow = useIsNarrow();
  const isWhole = lines.every(({ cost }) => cost !== null);
  const sum = lines.reduce((total, { cost }) => total + (cost ?? 0), 0);
  const name = supplier === '' ? 'No supplier entered' : supplier;
  return (
    <Card className="break-inside-avoid p-4" aria-label={name}>
      <div className="flex flex-wrap items-baseline gap-x-5">
        <h2 className="flex-1">{name}</h2>
        <p>
          <span className="quantity">
            {!isWhole && 'at least '}
            {exactMoney(sum)}
          </span>
        </p>
      </div>
      {isNarrow ? (
        <ul className="mt-1">
          {lines.map((line) => (
            <NarrowLine
              key={`${line.kind} ${line.key} ${line.colour}`}
              line={line}
              onBought={() => onBought(line)}
            />
          ))}
        </ul>
      ) : (
        <SideScroll label="The list, item by item" className="mt-1">
          <table className="w-full min-w-[46rem] text-left">
            <thead>
              <tr className="border-quiet border-b">
                <th className="py-1.5 font-semibold">Item</th>
                <th className={HEAD}>Needed</th>
                <th className={HEAD}>In stock</th>
                <th className={HEAD}>Buy</th>
                <th className={HEAD}>Cost</th>
                <th className="no-print">
                  <span className="sr-only">Bought</span>
                </th>
                <th className="hidden print:table-cell">
                  <span className="sr-only">Tick</span>
                </th>
              </tr>
            </thead>
            <tbody>
              {lines.map((line) => (
                <Line
                  key={`${line.kind} ${line.key} ${line.colour}`}
                  line={line}
                  onBought={() => onBought(line)}
                />
              ))}
            </tbody>
          </table>
        </SideScroll>
      )}
    </Card>
  );
}
