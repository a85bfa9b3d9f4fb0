import { useState } from 'react';
import { Navigate } from 'react-router';
import { people } from '../../api/people.ts';
import { refusalOf, upholder } from '../../api/upholder.ts';
import { CodeForm } from '../../parts/CodeForm.tsx';
import { Button, Card, Notice, Skeleton } from '../../parts/controls.tsx';
import { OpenPage } from '../../parts/OpenPage.tsx';
import { NewShopForm } from './NewShopForm.tsx';
import { RestoreForm } from './RestoreForm.tsx';

type Choice = 'new' | 'restore' | 'sample';

function Code({ onCode }: { onCode(code: string, hasSample: boolean): void }) {
  const [code, setCode] = useState('');
  const [check, { error, isLoading }] = people.useCheckSetupCodeMutation();
  async function submit(): Promise<void> {
    const outcome = await check(code);
    if (outcome.data) onCode(code, outcome.data.hasSample);
  }
  return (
    <OpenPage
      title="A new shop"
      note="The server printed a code when it started, in its window or in its log. It proves that this is your server."
    >
      <CodeForm
        code={code}
        onCode={setCode}
        placeholder="ABCD-EFGH"
        error={error ? refusalOf(error).message : undefined}
        isBusy={isLoading}
        onSubmit={() => void submit()}
      />
    </OpenPage>
  );
}

function Sample({ code }: { code: string }) {
  const [open, { data, error, isLoading }] = people.useOpenSampleMutation();
  return (
    <Card className="flex flex-col items-start gap-4 p-6">
      <p>The sample shop runs separately, on its own database. Nothing you do there affects your shop.</p>
      {error && <Notice kind="stop">{refusalOf(error).message}</Notice>}
      {data ? (
        <a className="font-semibold text-lead underline" href={data.address} target="_blank" rel="noreferrer">
          Open {data.address}
        </a>
      ) : (
        <Button kind="act" posture="floor" disabled={isLoading} onClick={() => void open(code)}>
          {isLoading ? 'Setting up the sample shop…' : 'Set up the sample shop'}
        </Button>
      )}
    </Card>
  );
}

function Choices({ hasSample, onChoice }: { hasSample: boolean; onChoice(choice: Choice): void }) {
  const choices: [Choice, string, string][] = [
    [
      'new',
      'Set up my shop',
      'Name, hours, places, and you as the owner. Takes two minutes; you can change everything later.',
    ],
    [
      'restore',
      'Restore a backup',
      'From another computer or an earlier installation: jobs, plans, log and people, as they were.',
    ],
    ['sample', 'Look at the sample shop', 'A working week of made-up jobs to explore.'],
  ];
  return (
    <OpenPage title="What would you like to do?">
      <ul className="flex flex-col gap-3">
        {choices
          .filter(([choice]) => choice !== 'sample' || hasSample)
          .map(([choice, name, words]) => (
            <li key={choice}>
              <button
                type="button"
                className="w-full rounded-[3px] border-[1.5px] border-ink bg-sheet p-5 text-left hover:bg-raised"
                onClick={() => onChoice(choice)}
              >
                <span className="block font-bold text-lead">{name}</span>
                <span className="text-quiet">{words}</span>
              </button>
            </li>
          ))}
      </ul>
    </OpenPage>
  );
}

const TITLES: Record<Choice, string> = {
  new: 'Set up your shop',
  restore: 'Restore a backup',
  sample: 'The sample shop',
};

/** What a new installation asks once. */
export function FirstRunScreen() {
  const { data: session } = upholder.useSessionQuery();
  const [opened, setOpened] = useState<{ code: string; hasSample: boolean } | null>(null);
  const [choice, setChoice] = useState<Choice | null>(null);
  if (!session) return <Skeleton />;
  if (!session.needsSetup) return <Navigate to="/jobs" replace />;
  if (!opened) return <Code onCode={(code, hasSample) => setOpened({ code, hasSample })} />;
  if (choice === null) return <Choices hasSample={opened.hasSample} onChoice={setChoice} />;
  return (
    <OpenPage title={TITLES[choice]}>
      {choice === 'new' && <NewShopForm code={opened.code} />}
      {choice === 'restore' && <RestoreForm code={opened.code} />}
      {choice === 'sample' && <Sample code={opened.code} />}
      <div>
        <Button kind="quiet" onClick={() => setChoice(null)}>
          Back
        </Button>
      </div>
    </OpenPage>
  );
}
