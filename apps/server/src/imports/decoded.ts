/** What a file of bytes says, and what had to be guessed to read it. */
export interface Decoded {
  readonly text: string;
  readonly encoding: 'UTF-8' | 'Windows-1252';
}

/** UTF-8 when it is; otherwise what spreadsheets of older days write. A byte order mark is left out. */
export function decoded(bytes: Uint8Array): Decoded {
  try {
    return { text: new TextDecoder('utf-8', { fatal: true }).decode(bytes), encoding: 'UTF-8' };
  } catch {
    return { text: new TextDecoder('windows-1252').decode(bytes), encoding: 'Windows-1252' };
  }
}
