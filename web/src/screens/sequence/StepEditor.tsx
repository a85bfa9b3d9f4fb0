import type { ShopContext } from '@upholder/core/api';
import { APPLICATOR_WORDS, type Applicator, isSprayed } from '@upholder/core/catalogue';
import { applicatorLabour, type Step, type StepDraft, StepDraftSchema } from '@upholder/core/systems';
import { ArrowDown, ArrowUp, Copy, Trash2 } from 'lucide-react';
import { DropdownMenu } from 'radix-ui';
import { useState } from 'react';
import { Button, Field, Select, TextInput } from '../../parts/controls.tsx';
import { NEW_STEPS } from './newSteps.ts';
import type { SequenceEditor } from './useSequence.ts';

interface EditorProps {
  step: Step;
  steps: readonly Step[];
  shop: ShopContext;
  editor: SequenceEditor;
}

function DraftText({
  label,
  value,
  read,
  onCommit,
}: {
  label: string;
  value: string;
  read(text: string): Partial<StepDraft> | string;
  onCommit(part: Partial<StepDraft>): void;
}) {
  const [text, setText] = useState<string | null>(null);
  const [problem, setProblem] = useState<string | undefined>();
  function commit(): void {
    const part = text === null || text === value ? null : read(text);
    setProblem(typeof part === 'string' ? part : undefined);
    if (typeof part === 'string') return;
    setText(null);
    if (part) onCommit(part);
  }
  return (
    <Field label={label} error={problem}>
      {(ids) => (
        <TextInput
          {...ids}
          value={text ?? value}
          onChange={({ target }) => setText(target.value)}
          onBlur={commit}
          onKeyDown={({ key }) => key === 'Enter' && commit()}
        />
      )}
    </Field>
  );
}

/** Reads one field of a step; a message where it cannot be. */
function field<K extends 'grit' | 'wftUm' | 'name' | 'note'>(
  key: K,
  text: string,
): Partial<StepDraft> | string {
  const value =
    key === 'grit' || key === 'wftUm' ? Number(text.replace(/^P/i, '').replace(',', '.')) : text.trim();
  const parsed = StepDraftSchema.shape[key].safeParse(value);
  return parsed.success ? { [key]: parsed.data } : (parsed.error.issues[0]?.message ?? 'This cannot be.');
}

/** Changing a step by hand: where it stands, what it is done with, and what comes after it. */
export function StepEditor({ step, steps, shop, editor }: EditorProps) {
  const at = steps.findIndex(({ key }) => key === step.key);
  const before = steps[at - 1];
  const after = steps[at + 1];
  const afterNext = steps[at + 2];
  const sheet = shop.products.find(({ key }) => key === step.productKey)?.sheet;
  const role = sheet?.role;
  const change = (what: string, part: Partial<StepDraft>) =>
    editor.edit(`${what} of ${step.name}`, [{ kind: 'change', key: step.key, part }]);
  const { id: _id, zoneId: _zone, position: _position, ...draft } = step;
  return (
    <div className="mt-3 border-line border-t pt-3">
      <div className="flex flex-wrap items-center gap-2">
        <Button
          disabled={!before}
          title="Alt ↑"
          onClick={() =>
            before &&
            editor.edit(`move of ${step.name}`, [{ kind: 'move', key: step.key, before: before.key }])
          }
        >
          <ArrowUp size={16} aria-hidden="true" /> Earlier
        </Button>
        <Button
          disabled={!after}
          title="Alt ↓"
          onClick={() =>
            editor.edit(`move of ${step.name}`, [
              { kind: 'move', key: step.key, before: afterNext?.key ?? null },
            ])
          }
        >
          <ArrowDown size={16} aria-hidden="true" /> Later
        </Button>
        <Button
          onClick={() =>
            editor.edit(`copy of ${step.name}`, [{ kind: 'insert', before: after?.key ?? null, step: draft }])
          }
        >
          <Copy size={16} aria-hidden="true" /> Once more
        </Button>
        <DropdownMenu.Root>
          <DropdownMenu.Trigger asChild>
            <Button>Put in after it</Button>
          </DropdownMenu.Trigger>
          <DropdownMenu.Portal>
            <DropdownMenu.Content
              sideOffset={4}
              className="z-30 min-w-48 rounded-[3px] border border-line bg-raised p-1 shadow-xl"
            >
              {NEW_STEPS.map(({ name, make }) => (
                <DropdownMenu.Item
                  key={name}
                  className="cursor-pointer rounded-[3px] px-3 py-2 data-highlighted:bg-act-wash"
                  onSelect={() => {
                    const made = make(shop.products);
                    if (made) editor.edit(name, [{ kind: 'insert', before: after?.key ?? null, step: made }]);
                  }}
                >
                  {name}
                </DropdownMenu.Item>
              ))}
            </DropdownMenu.Content>
          </DropdownMenu.Portal>
        </DropdownMenu.Root>
        <span className="flex-1" />
        <Button
          kind="stop"
          disabled={steps.length < 2}
          onClick={() => editor.edit(`removal of ${step.name}`, [{ kind: 'remove', key: step.key }])}
        >
          <Trash2 size={16} aria-hidden="true" /> Leave it out
        </Button>
      </div>
      <div className="mt-3 grid grid-cols-4 gap-3">
        <DraftText
          label="Step"
          value={step.name}
          read={(text) => field('name', text)}
          onCommit={(part) => change('name', part)}
        />
        {step.grit !== null && (
          <DraftText
            label="Grit"
            value={`P${step.grit}`}
            read={(text) => field('grit', text)}
            onCommit={(part) => change('grit', { ...part, name: step.name.replace(/P\d+/, `P${part.grit}`) })}
          />
        )}
        {sheet && (
          <>
            <Field label="Product">
              {(ids) => (
                <Select
                  {...ids}
                  value={step.productKey ?? ''}
                  onChange={({ target }) => {
                    const chosen = shop.products.find(({ key }) => key === target.value);
                    if (chosen)
                      change('product', {
                        productKey: chosen.key,
                        wftUm: chosen.sheet.wftTypUm,
                        thinning: { convention: chosen.sheet.maxThinning.convention, value: 0 },
                        cautions: chosen.sheet.cautions,
                      });
                  }}
                >
                  {shop.products
                    .filter((product) => product.sheet.role === role)
                    .map((product) => (
                      <option key={product.key} value={product.key}>
                        {product.sheet.name}
                      </option>
                    ))}
                </Select>
              )}
            </Field>
            <Field label="Applied by">
              {(ids) => (
                <Select
                  {...ids}
                  value={step.applicator ?? ''}
                  onChange={({ target }) => {
                    const applicator = target.value as Applicator;
                    change('applicator', {
                      applicator,
                      place: isSprayed(applicator) ? 'booth' : 'bench',
                      labour: applicatorLabour(applicator),
                    });
                  }}
                >
                  {sheet.applicators.map((applicator) => (
                    <option key={applicator} value={applicator}>
                      {APPLICATOR_WORDS[applicator]}
                    </option>
                  ))}
                </Select>
              )}
            </Field>
            <DraftText
              label="Wet film, µm"
              value={String(step.wftUm ?? '')}
              read={(text) => field('wftUm', text)}
              onCommit={(part) => change('wet film', part)}
            />
            {step.thinning && (
              <DraftText
                label={step.thinning.convention === 'of-mix' ? 'Thinning, % of mix' : 'Thinning, % on paint'}
                value={String(step.thinning.value)}
                read={(text) => {
                  const value = Number(text.replace(',', '.'));
                  return Number.isFinite(value) && value >= 0 && value < 100 && step.thinning
                    ? { thinning: { ...step.thinning, value } }
                    : 'Thinning is between 0 and 100.';
                }}
                onCommit={(part) => change('thinning', part)}
              />
            )}
          </>
        )}
        <div className="col-span-2">
          <DraftText
            label="Note"
            value={step.note}
            read={(text) => field('note', text)}
            onCommit={(part) => change('note', part)}
          />
        </div>
      </div>
    </div>
  );
}
