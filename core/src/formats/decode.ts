/** A text file as it was decoded. */
export interface DecodedText {
  text: string;
  /** Name of the encoding, for saying what was understood. */
  encoding: string;
}

function startsWith(bytes: Uint8Array, mark: readonly number[]): boolean {
  return mark.every((byte, index) => bytes[index] === byte);
}

/** UTF-16 without a mark: every other byte of plain letters is 0. */
function zerosAt(bytes: Uint8Array, offset: 0 | 1): number {
  let zeros = 0;
  const end = Math.min(bytes.length, 2000);
  for (let index = offset; index < end; index += 2) if (bytes[index] === 0) zeros += 1;
  return zeros / Math.max(1, Math.floor(end / 2));
}

/**
 * Decodes a text file: by its byte-order mark, as UTF-16 without one where every other byte is 0, as UTF-8 where it is valid,
 * else as the usual 8-bit encoding of spreadsheets (Windows-1252). Nothing is ever replaced by a mark for "unreadable".
 */
export function decodeText(bytes: Uint8Array): DecodedText {
  const as = (encoding: string) => new TextDecoder(encoding, { ignoreBOM: false }).decode(bytes);
  if (startsWith(bytes, [0xff, 0xfe])) return { text: as('utf-16le'), encoding: 'UTF-16' };
  if (startsWith(bytes, [0xfe, 0xff])) return { text: as('utf-16be'), encoding: 'UTF-16' };
  if (zerosAt(bytes, 1) > 0.4) return { text: as('utf-16le'), encoding: 'UTF-16' };
  if (zerosAt(bytes, 0) > 0.4) return { text: as('utf-16be'), encoding: 'UTF-16' };
  try {
    const text = new TextDecoder('utf-8', { fatal: true }).decode(bytes);
    return { text, encoding: 'UTF-8' };
  } catch {
    return { text: as('windows-1252'), encoding: 'Windows-1252' };
  }
}
