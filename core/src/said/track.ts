/** What is wrong with the way of a tracked gun that somebody opens. */
export const TRACK = {
  // core/src/formats/gunTrack.ts
  'track.no-samples':
    'This JSON has no list of samples. It is a list, or an object with a list called “samples”.',
  'track.no-json': 'This begins like JSON and does not end like it. Save it again, or use a table (CSV).',
  'track.columns': (p: { columns: string }) =>
    `The table lacks the column ${p.columns}. It needs time, x, y and z; yaw, pitch, fan and trigger may follow.`,
  'track.too-short': 'There are fewer than two samples: nothing moves.',
  'track.too-long': (p: { most: number }) => `There are more than ${p.most} samples. Cut the recording.`,
  'track.line': (p: { line: number; column: string }) =>
    `Line ${p.line}: ${p.column || 'a value'} is missing, is no number, or is out of range.`,
  'track.back-in-time': (p: { line: number }) => `Line ${p.line}: time runs backwards.`,
};
