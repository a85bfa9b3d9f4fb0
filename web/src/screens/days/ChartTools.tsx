import { ChoiceRow } from '../../parts/ChoiceRow.tsx';
import { Button, Select } from '../../parts/controls.tsx';
import { ROWS_BY, type RowsBy } from './chartRows.ts';

/** How much of the calendar is to be seen at once. */
export const ZOOMS = [
  { name: 'close', openPx: 74, closedPx: 12 },
  { name: 'wider', openPx: 38, closedPx: 7 },
  { name: 'whole', openPx: 13, closedPx: 2.4 },
  { name: 'month', openPx: 4.5, closedPx: 1.1 },
];

/** By what the rows of the chart go, how much of it is seen, and whether what decides the end is marked. */
export interface ChartView {
  by: RowsBy;
  zoom: number;
  isChainShown: boolean;
}

/** Changes how the chart is looked at. */
export function ChartTools({
  view: { by, zoom, isChainShown },
  onView,
}: {
  view: ChartView;
  onView(part: Partial<ChartView>): void;
}) {
  return (
    <>
      <Select
        aria-label="Rows"
        className="!w-32"
        value={by}
        onChange={({ target }) => onView({ by: target.value as RowsBy })}
      >
        {Object.entries(ROWS_BY).map(([key, name]) => (
          <option key={key} value={key}>
            {name}
          </option>
        ))}
      </Select>
      <ChoiceRow
        label="How much to see"
        className="flex rounded-[3px] border-[1.5px] border-line"
        choices={ZOOMS.map(({ name }, index) => ({ value: String(index), words: name }))}
        value={String(zoom)}
        onChoose={(index) => onView({ zoom: Number(index) })}
        choiceClass={(isChosen) =>
          `px-3 py-1 font-semibold ${isChosen ? 'bg-ink text-sheet' : 'hover:bg-closed'}`
        }
      />
      <Button aria-pressed={isChainShown} onClick={() => onView({ isChainShown: !isChainShown })}>
        {isChainShown ? 'Hide critical path' : 'Show critical path'}
      </Button>
    </>
  );
}
