import { useState } from 'react';
import { useDispatch } from 'react-redux';
import { refusalOf, upholder } from '../../api/upholder.ts';
import { Button, Card, Field, Notice, TextInput } from '../../parts/controls.tsx';
import { FileButton } from '../../parts/FileButton.tsx';

/** Sends a backup as it is; answers with what went wrong, null where nothing did. */
async function sendBackup(code: string, file: File, passphrase: string): Promise<string | null> {
  try {
    const response = await fetch('/api/first-run/restore', {
      method: 'POST',
      headers: {
        'content-type': 'application/octet-stream',
        'x-upholder-code': code,
        'x-upholder-passphrase': encodeURIComponent(passphrase),
      },
      body: file,
    });
    if (response.ok) return null;
    return refusalOf({ status: response.status, data: await response.json() }).message;
  } catch {
    return refusalOf(null).message;
  }
}

/** Restores a backup into an installation that has no shop yet. */
export function RestoreForm({ code }: { code: string }) {
  const dispatch = useDispatch();
  const [file, setFile] = useState<File | null>(null);
  const [passphrase, setPassphrase] = useState('');
  const [problem, setProblem] = useState<string | null>(null);
  const [isBusy, setBusy] = useState(false);
  const [isDone, setDone] = useState(false);
  async function restore(chosen: File): Promise<void> {
    setBusy(true);
    const refused = await sendBackup(code, chosen, passphrase);
    setBusy(false);
    setProblem(refused);
    setDone(refused === null);
  }
  if (isDone)
    return (
      <Card className="flex flex-col items-start gap-4 p-6">
        <p className="text-lead">
          The shop is restored and its log is intact. Everyone has to sign in again.
        </p>
        <Button
          kind="act"
          posture="floor"
          onClick={() => dispatch(upholder.util.invalidateTags(['Session']))}
        >
          Go to sign-in
        </Button>
      </Card>
    );
  return (
    <Card className="flex flex-col items-start gap-4 p-6">
      {problem && <Notice kind="stop">{problem}</Notice>}
      <FileButton label="Backup file" accept=".upholder-backup" posture="floor" onFile={setFile}>
        {file ? file.name : 'Choose the backup file'}
      </FileButton>
      <Field label="Passphrase, if encrypted" className="w-full max-w-md">
        {(ids) => (
          <TextInput
            {...ids}
            type="password"
            value={passphrase}
            onChange={({ target }) => setPassphrase(target.value)}
          />
        )}
      </Field>
      <Button
        kind="act"
        posture="floor"
        disabled={!file || isBusy}
        onClick={() => {
          if (file) void restore(file);
        }}
      >
        {isBusy ? 'Restoring and checking…' : 'Restore'}
      </Button>
    </Card>
  );
}
