import type { JobDetail, ShopContext, ZoneRow } from '@upholder/core/api';
import { acknowledgedCodes } from '@upholder/core/jobs';
import { type Finding, overrideCode, type Severity } from '@upholder/core/rules';
import { useState } from 'react';
import type { SequenceEditor } from '../../job/steps/useSequence.ts';
import { ButtonLink } from '../../parts/ButtonLink.tsx';
import { Button, Card } from '../../parts/controls.tsx';
import { OverrideDialog } from '../../parts/OverrideDialog.tsx';
import { TestPanel } from '../../parts/TestPanel.tsx';

const LOOKS: Record<Severity, { word: string; edge: string }> = {
  stop: { word: 'Stop', edge: 'border-stop bg-stop-wash' },
  warn: { word: 'Warning', edge: 'border-tape' },
  advise: { word: 'Better', edge: 'border-line' },
};

/** Where a finding is settled besides the sequence. */
const GO_TO: Record<NonNullable<Finding['goTo']>, { to: string; words: string }> = {
  room: { to: '../pieces/room', words: 'Protect the room' },
  places: { to: '/shop/places', words: 'Open the places' },
  gear: { to: '/products/bench', words: 'Open cups and guns' },
};

interface PanelProps {
  detail: JobDetail;
  shop: ShopContext;
  zone: ZoneRow;
  findings: readonly Finding[];
  /** Name of a step by its key. */
  nameOf(key: string): string | undefined;
  editor: SequenceEditor;
  onShow(key: string): void;
}

/** What a master would object to, each with its reason, the step it points at and the ways out. */
export function FindingsPanel({ detail, shop, zone, findings, nameOf, editor, onShow }: PanelProps) {
  const [taking, setTaking] = useState<Finding | null>(null);
  const [testing, setTesting] = useState<{ under: string; over: string } | null>(null);
  const productName = (key: string) =>
    shop.products.find((product) => product.key === key)?.sheet.name ?? key;
  const acknowledged = acknowledgedCodes(detail.decisions, zone.id);
  const steps = detail.steps.filter(({ zoneId }) => zoneId === zone.id);
  const codeOf = (finding: Finding) => overrideCode(finding, steps);
  if (findings.length === 0)
    return (
      <Card className="px-4 py-2.5" aria-label="Sequence check">
        <p>
          <span className="font-semibold">No issues found.</span>{' '}
          <span className="text-quiet">
            Checked against cleaning, keying, substrate, layers, films, place, safety and handling.
          </span>
        </p>
      </Card>
    );
  return (
    <Card className="px-4 py-2" aria-label="Sequence check">
      <ul>
        {findings.map((finding) => {
          const { code, severity, at, why, fixes, testPanel, raised, goTo } = finding;
          const isTakenOn = severity === 'stop' && acknowledged.has(codeOf(finding));
          const look = isTakenOn ? LOOKS.advise : LOOKS[severity];
          const name = at === null ? undefined : nameOf(at);
          return (
            <li key={`${code} ${at} ${why}`} className={`my-1.5 border-l-[6px] px-3 py-1.5 ${look.edge}`}>
              <div className="flex flex-wrap items-center gap-x-3 gap-y-1.5">
                <p className="min-w-0 flex-1 leading-snug">
                  <span className={`font-semibold ${severity === 'stop' && !isTakenOn ? 'text-stop' : ''}`}>
                    {isTakenOn ? 'Overridden' : look.word}
                    {name && at !== null && (
                      <>
                        {' at '}
                        <button
                          type="button"
                          className="underline underline-offset-2"
                          onClick={() => onShow(at)}
                        >
                          {name}
                        </button>
                      </>
                    )}
                    :
                  </span>{' '}
                  {why}
                  {raised && (
                    <span className="block text-note text-quiet">
                      Raised from {LOOKS[raised.from].word.toLowerCase()}: our own work confirmed this cause{' '}
                      {raised.cases} times.
                    </span>
                  )}
                </p>
                {fixes.map((fix) => (
                  <Button key={fix.label} onClick={() => editor.edit(fix.label, fix.edits)}>
                    {fix.label}
                  </Button>
                ))}
                {goTo && <ButtonLink to={GO_TO[goTo].to}>{GO_TO[goTo].words}</ButtonLink>}
                {testPanel && <Button onClick={() => setTesting(testPanel)}>Log a test panel</Button>}
                {severity === 'stop' && !isTakenOn && (
                  <Button kind="quiet" onClick={() => setTaking(finding)}>
                    Override
                  </Button>
                )}
              </div>
            </li>
          );
        })}
      </ul>
      {testing && (
        <TestPanel
          shop={shop}
          kind="product"
          {...testing}
          names={{ under: productName(testing.under), over: productName(testing.over) }}
          onClose={() => setTesting(null)}
        />
      )}
      {taking && (
        <OverrideDialog
          jobId={detail.job.id}
          zoneId={zone.id}
          code={codeOf(taking)}
          title="Override this stop"
          note={taking.why}
          onClose={() => setTaking(null)}
        />
      )}
    </Card>
  );
}
