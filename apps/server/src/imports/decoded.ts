/** The decoded text of a file, with the encoding that was used. */
export interface Decoded {
  readonly ok: true;
  readonly text: string;
  readonly encoding: 'UTF-8' | 'UTF-16' | 'Windows-1252' | 'JSON';
}
export interface Undecodable {
  readonly ok: false;
  readonly unreadable: string;
  readonly remedy: string;
}

/**
 * UTF-16 with a byte order mark, UTF-8 if valid, otherwise Windows-1252 as older spreadsheets write. A file that is
 * UTF-8 except for single bytes is refused with the line of the first one, because Windows-1252 would change every
 * accented letter.
 */
export function decoded(bytes: Uint8Array): Decoded | Undecodable {
  const [first, second] = bytes;
  if (first === 0xff && second === 0xfe) return utf16('utf-16le', bytes);
  if (first === 0xfe && second === 0xff) return utf16('utf-16be', bytes);
  try {
    return { ok: true, text: new TextDecoder('utf-8', { fatal: true }).decode(bytes), encoding: 'UTF-8' };
  } catch {
    const { wellFormed, brokenAt } = utf8In(bytes);
    if (!wellFormed) return { ok: true, text: new TextDecoder('windows-1252').decode(bytes), encoding: 'Windows-1252' };
    const line = bytes.subarray(0, brokenAt).filter((byte) => byte === 0x0a).length + 1;
    return {
      ok: false,
      unreadable: `Line ${line} holds a byte (0x${(bytes[brokenAt] ?? 0).toString(16)}) that is not a UTF-8, while the rest of the file is.`,
      remedy: 'Type that character again, or save the file as UTF-8 again.',
    };
  }
}

function utf16(encoding: 'utf-16le' | 'utf-16be', bytes: Uint8Array): Decoded | Undecodable {
  try {
    return { ok: true, text: new TextDecoder(encoding, { fatal: true }).decode(bytes), encoding: 'UTF-16' };
  } catch {
    return {
      ok: false,
      unreadable: 'The file begins as UTF-16, but is not all of it.',
      remedy: 'It was probably cut off or pasted together. Save it again, as UTF-8.',
    };
  }
}

/** Whether the bytes contain a valid multi-byte UTF-8 character, and the offset of the first invalid byte. */
function utf8In(bytes: Uint8Array): { readonly wellFormed: boolean; readonly brokenAt: number } {
  let wellFormed = bytes[0] === 0xef && bytes[1] === 0xbb && bytes[2] === 0xbf;
  let brokenAt = -1;
  for (let at = 0; at < bytes.length;) {
    const length = sequenceAt(bytes, at);
    if (length > 1) wellFormed = true;
    if (length === 0 && brokenAt < 0) brokenAt = at;
    at += Math.max(1, length);
  }
  return { wellFormed, brokenAt };
}

/**
 * Length in bytes of the character at this offset; 0 if it is invalid (Unicode 15, table 3-7, without the finer edges).
 */
function sequenceAt(bytes: Uint8Array, at: number): number {
  const head = bytes[at] ?? 0;
  const length =
    head < 0x80 ? 1 : head >= 0xc2 && head < 0xe0 ? 2 : head >= 0xe0 && head < 0xf0 ? 3 : head < 0xf5 ? 4 : 0;
  if (length === 1) return 1;
  if (length === 0 || head < 0xc2) return 0;
  for (let next = 1; next < length; next += 1) if (((bytes[at + next] ?? 0) & 0xc0) !== 0x80) return 0;
  return length;
}
