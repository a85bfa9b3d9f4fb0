import type { ShopContext } from '@upholder/core/api';
import { fieldMessages } from '@upholder/core/outcome';
import { applyEdits } from '@upholder/core/rules';
import {
  FINISHING_SYSTEMS,
  OwnSystemSchema,
  type OwnSystemVersion,
  type StepDraft,
} from '@upholder/core/systems';
import { useState } from 'react';
import { refusalOf, upholder } from '../../api/upholder.ts';
import { REFERENCE_PIECES } from '../../job/referencePieces.ts';
import { LayerSection } from '../../job/steps/LayerSection.tsx';
import type { StepsEditor } from '../../job/steps/StepEditor.tsx';
import { moveTo, StepList } from '../../job/steps/StepList.tsx';
import { Button, Field, Notice, Sheet, TextInput } from '../../parts/controls.tsx';
import { Day } from '../../parts/Day.tsx';

const COLOURS = { oldColour: '#5b3a24', newColour: '#a9cfc0', substrate: null };

interface History {
  steps: readonly StepDraft[];
  past: (readonly StepDraft[])[];
  future: (readonly StepDraft[])[];
}

/** Changing steps that are not saved one by one: forth and back, until they become a version. */
function useDraftSteps(first: readonly StepDraft[]) {
  const [history, setHistory] = useState<History>({ steps: first, past: [], future: [] });
  const editor: StepsEditor = {
    edit: (_what, edits) =>
      setHistory(({ steps, past }) => ({
        steps: applyEdits(steps, edits),
        past: [...past, steps],
        future: [],
      })),
  };
  const undo = () =>
    setHistory(({ steps, past, future }) => {
      const before = past.at(-1);
      return before
        ? { steps: before, past: past.slice(0, -1), future: [steps, ...future] }
        : { steps, past, future };
    });
  const redo = () =>
    setHistory(({ steps, past, future }) => {
      const [next, ...rest] = future;
      return next ? { steps: next, past: [...past, steps], future: rest } : { steps, past, future };
    });
  return { ...history, editor, undo, redo };
}

const TEXTS = ['outline', 'fits', 'notFor'] as const;
const LABELS = { outline: 'Outline', fits: 'Fits', notFor: 'Not for' };

/** A system of the shop's own: changed freely, saved as the next version; jobs keep the version they have. */
export function OwnSystemEditor({
  system,
  shop,
  onGone,
}: {
  system: OwnSystemVersion;
  shop: ShopContext;
  onGone(): void;
}) {
  const { id, version, changeNote: _note, madeBy: _by, madeAt: _at, steps: first, ...head } = system;
  const { data } = upholder.useSystemVersionsQuery(id);
  const [write, { isLoading }] = upholder.useWriteSystemMutation();
  const [retire] = upholder.useRetireSystemMutation();
  const { steps, past, future, editor, undo, redo } = useDraftSteps(first);
  const [texts, setTexts] = useState({
    name: head.name,
    outline: head.outline,
    fits: head.fits,
    notFor: head.notFor,
  });
  const [changeNote, setChangeNote] = useState('');
  const [errors, setErrors] = useState<Record<string, string>>({});
  const [problem, setProblem] = useState<string | null>(null);
  const [openKey, setOpenKey] = useState<string | null>(null);
  const isChanged =
    steps !== first || texts.name !== head.name || TEXTS.some((key) => texts[key] !== head[key]);
  const set = (part: Partial<typeof texts>) => setTexts((now) => ({ ...now, ...part }));
  async function save(): Promise<void> {
    const parsed = OwnSystemSchema.safeParse({ ...head, ...texts, steps });
    setErrors(parsed.success ? {} : fieldMessages(parsed.error));
    if (!parsed.success) return;
    const outcome = await write({ id, version: version + 1, changeNote, system: parsed.data });
    setProblem('error' in outcome ? refusalOf(outcome.error).message : null);
  }
  return (
    <div className="grid grid-cols-[minmax(0,1fr)_16rem] items-start gap-4">
      <div className="flex flex-col gap-3">
        {problem && <Notice kind="stop">{problem}</Notice>}
        <Sheet className="p-4">
          <div className="grid grid-cols-[minmax(0,1fr)_auto] items-end gap-3">
            <Field
              label={`Name, version ${version}, from ${system.baseId}: ${FINISHING_SYSTEMS[system.baseId].name}`}
              error={errors.name}
            >
              {(ids) => (
                <TextInput
                  {...ids}
                  value={texts.name}
                  onChange={({ target }) => set({ name: target.value })}
                />
              )}
            </Field>
            <Button kind="act" disabled={!isChanged || isLoading} onClick={() => void save()}>
              Save as version {version + 1}
            </Button>
            {TEXTS.map((key) => (
              <Field key={key} label={LABELS[key]} error={errors[key]} className="col-span-2">
                {(ids) => (
                  <TextInput
                    {...ids}
                    value={texts[key]}
                    onChange={({ target }) => set({ [key]: target.value })}
                  />
                )}
              </Field>
            ))}
            {isChanged && (
              <Field label="What is changed, for the list of versions" className="col-span-2">
                {(ids) => (
                  <TextInput
                    {...ids}
                    value={changeNote}
                    maxLength={300}
                    onChange={({ target }) => setChangeNote(target.value)}
                  />
                )}
              </Field>
            )}
          </div>
        </Sheet>
        <div className="flex items-center gap-2">
          <h2 className="flex-1">{steps.length} steps</h2>
          <Button disabled={past.length === 0} onClick={undo}>
            Undo
          </Button>
          <Button disabled={future.length === 0} onClick={redo}>
            Redo
          </Button>
        </div>
        <StepList
          steps={steps}
          shop={shop}
          pieces={[]}
          colour={COLOURS.newColour}
          isOnSite={false}
          openKey={openKey}
          onOpen={setOpenKey}
          markOf={() => null}
          editor={editor}
          shown={REFERENCE_PIECES}
        />
      </div>
      <div className="flex flex-col gap-4">
        <LayerSection
          zone={COLOURS}
          steps={steps}
          shop={shop}
          onShow={setOpenKey}
          onMove={(key, over) => editor.edit('', [moveTo(steps, key, over)])}
        />
        <Sheet className="p-4" aria-label="Versions">
          <h2>Versions</h2>
          <ol className="mt-1">
            {data?.versions.map((one) => (
              <li key={one.version} className="border-line border-t py-1.5 leading-snug first:border-t-0">
                <span className="quantity">{one.version}</span> <Day at={one.madeAt} />, {one.madeBy}
                <span className="block text-[0.88rem] text-quiet">
                  {one.changeNote || 'no note'} · {one.steps.length} steps
                </span>
              </li>
            ))}
          </ol>
          <Button
            kind="stop"
            className="mt-2"
            onClick={async () => {
              const outcome = await retire({ id, isRetired: true });
              if ('error' in outcome) setProblem(refusalOf(outcome.error).message);
              else onGone();
            }}
          >
            Take out of use
          </Button>
        </Sheet>
      </div>
    </div>
  );
}
