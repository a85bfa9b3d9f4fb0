import { PROTECTIONS, type Protection, type Room, RoomSchema, type RoomTask } from '@upholder/core/jobs';
import { parseDecimal } from '@upholder/core/units';
import { read, show } from '../../base/voice.ts';
import { type Draft, type Reading, readBySchema } from '../../parts/useDraftForm.ts';

const lengthText = (mm: number | null) => (mm === null ? '' : show('length', mm));
const numberText = (value: number | null | undefined) =>
  value === null || value === undefined ? '' : String(value);

const SIDES = ['lengthMm', 'widthMm', 'heightMm'] as const;

/** Units that amounts are typed in. */
export const UNIT_WORDS = { m2: 'm²', m: 'm', each: 'each' } as const;

/** A room as its form shows it: for each kind of protection whether it is done, how much of it, and how long one takes. */
export function roomDraft(room: Room): Draft {
  const tasks = new Map(room.tasks.map((task) => [task.kind, task]));
  return {
    ...Object.fromEntries(SIDES.map((side) => [side, lengthText(room[side])])),
    isHeated: room.air !== null,
    airC: room.air ? show('temperature', room.air.airC) : '',
    rhPct: room.air ? String(room.air.rhPct) : '',
    ...Object.fromEntries(
      PROTECTIONS.flatMap((kind) => {
        const task = tasks.get(kind);
        return [
          [`on.${kind}`, task !== undefined],
          [`amount.${kind}`, numberText(task?.amount)],
          [`each.${kind}`, numberText(task?.minutesEach)],
        ];
      }),
    ),
    doors: numberText(tasks.get('wall')?.doors ?? 0),
  };
}

/** The draft with other tasks in it, and everything else as it was typed. */
export function withTasks(draft: Draft, tasks: readonly RoomTask[]): Draft {
  const proposed = roomDraft({ ...RoomSchema.parse({}), tasks: [...tasks] });
  const own = Object.entries(proposed).filter(([key]) => key.includes('.') || key === 'doors');
  return { ...draft, ...Object.fromEntries(own) };
}

function numberOf(text: string): number {
  const number = parseDecimal(text, { suffixes: ['m²', 'm2', 'min', 'm', '%'] });
  return number.ok ? number.value : Number.NaN;
}

function sideOf(text: string, stored: number | null): number | null {
  if (text.trim() === '') return null;
  const length = read('length', text, stored);
  return length.ok ? length.value : Number.NaN;
}

/** What the form says of the room. Errors are named after its fields. */
export function readRoom(draft: Draft, known: Room): Reading<Room> {
  const text = (key: string) => String(draft[key] ?? '');
  const kinds = PROTECTIONS.filter((kind) => draft[`on.${kind}`] === true);
  const taskOf = (kind: Protection): RoomTask => ({
    kind,
    amount: numberOf(text(`amount.${kind}`)),
    doors: kind === 'wall' ? numberOf(text('doors') || '0') : 0,
    minutesEach: text(`each.${kind}`).trim() === '' ? null : numberOf(text(`each.${kind}`)),
  });
  const air = read('temperature', text('airC'));
  const wanted = {
    ...known,
    ...Object.fromEntries(SIDES.map((side) => [side, sideOf(text(side), known[side])])),
    air:
      draft.isHeated === true
        ? { airC: air.ok ? air.value : Number.NaN, rhPct: numberOf(text('rhPct')) }
        : null,
    tasks: kinds.map(taskOf),
  };
  return readBySchema(RoomSchema, wanted, {}, (path) => {
    const [first = '', index = '', field = ''] = path.split('.');
    if (first === 'air') return index;
    if (first !== 'tasks') return first;
    const kind = kinds[Number(index)];
    if (field === 'doors') return 'doors';
    return `${field === 'minutesEach' ? 'each' : 'amount'}.${kind}`;
  });
}

/** The room as far as the draft can be read, for what it comes to while somebody types. */
export function roomSoFar(draft: Draft, known: Room): Room {
  return readRoom(draft, known).value ?? known;
}
