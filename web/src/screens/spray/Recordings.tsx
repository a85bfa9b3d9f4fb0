import type { GunSample, SprayCase } from '@upholder/core/film';
import { readGunTrack, writeGunTrack } from '@upholder/core/formats';
import type { PieceSpec } from '@upholder/core/pieces';
import { speak } from '@upholder/core/words';
import { useState } from 'react';
import { downloadCsv } from '../../base/download.ts';
import { voice } from '../../base/voice.ts';
import { type GunTracker, SimulatedTracker } from '../../devices/gunTracker.ts';
import { Button, Notice } from '../../parts/controls.tsx';
import { FileButton } from '../../parts/FileButton.tsx';

const tracker: GunTracker = new SimulatedTracker();

/** Ways of a gun from elsewhere: a file, a tracker, and what was just sprayed as a file. */
export function Recordings({
  piece,
  one,
  path,
  onReplay,
}: {
  piece: PieceSpec;
  one: SprayCase;
  /** What was sprayed last, by hand or by replay. */
  path: readonly GunSample[];
  onReplay(path: readonly GunSample[]): void;
}) {
  const [problem, setProblem] = useState('');
  async function open(file: File): Promise<void> {
    const read = readGunTrack(await file.text(), one.setting.fanMm);
    setProblem(read.ok ? '' : `${file.name}: ${speak(read.message, voice())}`);
    if (read.ok) onReplay(read.value);
  }
  return (
    <section className="border-line border-t pt-3" aria-label="Recordings">
      <h3>Recordings</h3>
      <p className="mt-1 text-note text-quiet">
        A gun that was tracked: a table or JSON with time in seconds, x, y and z in mm on the piece, and,
        where known, yaw, pitch, fan and trigger.
      </p>
      <div className="mt-2 flex flex-wrap gap-2">
        <FileButton
          label="Recording of a gun"
          accept=".csv,.json,text/csv,application/json"
          onFile={(file) => void open(file)}
        >
          Open a recording
        </FileButton>
        <Button
          onClick={() => {
            setProblem('');
            void tracker.record(piece, one).then(onReplay);
          }}
        >
          Simulated tracker
        </Button>
        <Button
          kind="quiet"
          disabled={path.length === 0}
          onClick={() => downloadCsv('gun-track.csv', writeGunTrack(path))}
        >
          Save as CSV
        </Button>
      </div>
      {problem !== '' && (
        <div className="mt-2">
          <Notice kind="stop">{problem}</Notice>
        </div>
      )}
    </section>
  );
}
