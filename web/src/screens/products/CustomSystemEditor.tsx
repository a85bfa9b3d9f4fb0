import type { ShopContext } from '@upholder/core/api';
import { applyEdits } from '@upholder/core/rules';
import {
  type CustomSystem,
  CustomSystemSchema,
  type CustomSystemVersion,
  FINISHING_SYSTEMS,
  type StepDraft,
} from '@upholder/core/systems';
import { useRef, useState } from 'react';
import { refusalOf, upholder } from '../../api/upholder.ts';
import { useHistory } from '../../base/useHistory.ts';
import { REFERENCE_PIECES } from '../../job/referencePieces.ts';
import { LayerSection } from '../../job/steps/LayerSection.tsx';
import { moveTo, StepList } from '../../job/steps/StepList.tsx';
import type { StepsEditor } from '../../job/steps/stepsEditor.ts';
import { Button, Card, Notice } from '../../parts/controls.tsx';
import { Day } from '../../parts/Day.tsx';
import { DraftField } from '../../parts/DraftField.tsx';
import { UndoButtons } from '../../parts/UndoButtons.tsx';
import { readBySchema, saveOutcome, useDraftForm } from '../../parts/useDraftForm.ts';

const COLOURS = { oldColour: '#5b3a24', newColour: '#a9cfc0', substrate: null };

/** Changing steps that are not saved one by one: forth and back, until they become a version. */
function useDraftSteps(first: readonly StepDraft[]) {
  const history = useHistory();
  const [steps, setSteps] = useState(first);
  const latest = useRef(first);
  const editor: StepsEditor = {
    edit: (what, edits) => {
      const before = latest.current;
      const show = async (wanted: readonly StepDraft[]): Promise<boolean> => {
        latest.current = wanted;
        setSteps(wanted);
        return true;
      };
      const after = applyEdits(before, edits);
      void show(after);
      history.record({ what, undo: () => show(before), redo: () => show(after) });
    },
  };
  return { steps, editor, history };
}

const TEXTS = ['outline', 'fits', 'notFor'] as const;
const LABELS = { outline: 'Outline', fits: 'Fits', notFor: 'Not for' };

/** A system of the shop's own: changed freely, saved as the next version; jobs keep the version they have. */
export function CustomSystemEditor({
  system,
  shop,
  onGone,
}: {
  system: CustomSystemVersion;
  shop: ShopContext;
  onGone(): void;
}) {
  const { id, version, changeNote: _note, madeBy: _by, madeAt: _at, steps: first, ...head } = system;
  const { data } = upholder.useSystemVersionsQuery(id);
  const [write] = upholder.useWriteSystemMutation();
  const [retire] = upholder.useRetireSystemMutation();
  const { steps, editor, history } = useDraftSteps(first);
  const [openKey, setOpenKey] = useState<string | null>(null);
  const { name, outline, fits, notFor } = head;
  const form = useDraftForm<CustomSystem>({
    start: { name, outline, fits, notFor, changeNote: '' },
    read: ({ changeNote: _unused, ...texts }) =>
      readBySchema(CustomSystemSchema, { ...head, ...texts, steps }),
    saved: '',
    async save(wanted) {
      const changeNote: string = form.text('changeNote');
      return saveOutcome(await write({ id, version: version + 1, changeNote, system: wanted }), () => ({}));
    },
  });
  const isChanged = steps !== first || form.isChanged;
  return (
    <div className="grid grid-cols-[minmax(0,1fr)_16rem] items-start gap-4 max-lg:grid-cols-1">
      <div className="flex flex-col gap-3">
        {form.said && <Notice kind={form.said.kind}>{form.said.words}</Notice>}
        <Card className="p-4">
          <div className="grid grid-cols-[minmax(0,1fr)_auto] items-end gap-3">
            <DraftField
              form={form}
              name="name"
              label={`Name, version ${version}, from ${system.baseId}: ${FINISHING_SYSTEMS[system.baseId].name}`}
            />
            <Button kind="act" disabled={!isChanged || form.isSaving} onClick={() => void form.save()}>
              Save as version {version + 1}
            </Button>
            {TEXTS.map((key) => (
              <DraftField key={key} form={form} name={key} label={LABELS[key]} className="col-span-2" />
            ))}
            {isChanged && (
              <DraftField
                form={form}
                name="changeNote"
                label="Change note"
                className="col-span-2"
                maxLength={300}
              />
            )}
          </div>
        </Card>
        <div className="flex items-center gap-2">
          <h2 className="flex-1">{steps.length} steps</h2>
          <UndoButtons history={history} />
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
        <Card className="p-4" aria-label="Versions">
          <h2>Versions</h2>
          <ol className="mt-1">
            {data?.versions.map((one) => (
              <li key={one.version} className="border-line border-t py-1.5 leading-snug first:border-t-0">
                <span className="quantity">{one.version}</span> <Day at={one.madeAt} />, {one.madeBy}
                <span className="block text-note text-quiet">
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
              if ('error' in outcome) form.say({ kind: 'stop', words: refusalOf(outcome.error).message });
              else onGone();
            }}
          >
            Retire
          </Button>
        </Card>
      </div>
    </div>
  );
}
