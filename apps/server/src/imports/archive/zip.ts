import { createHash } from 'node:crypto';
import { Readable, Transform } from 'node:stream';
import { ZipFile } from 'yazl';

/** A file of an archive. `content` is called when the file is written. */
export interface ArchivedFile {
  readonly name: string;
  readonly content: () => AsyncIterable<string | Buffer>;
}

/** The manifest entry of a file. */
interface Listed {
  readonly name: string;
  readonly bytes: number;
  readonly sha256: string;
}

export const MANIFEST = 'manifest.json';

/**
 * A zip file as a stream: one file after the other, and at the end a manifest with the size and SHA-256 of each.
 * @param about fields of the manifest about the whole archive
 */
export function zipOf(files: AsyncIterable<ArchivedFile>, about: object): Readable {
  const zip = new ZipFile();
  const listed: Listed[] = [];
  const output = zip.outputStream as Readable;
  let current: Readable | null = null;
  // A read error ends the download only. An archive without a manifest is incomplete.
  const failed = (error: unknown): void => void output.destroy(error as Error);
  zip.on('error', failed);
  output.once('close', () => void current?.destroy());
  void addAll().catch(failed);
  return output;

  async function addAll(): Promise<void> {
    for await (const { name, content } of files) await added(name, content, (each) => listed.push(each));
    const manifest = `${JSON.stringify({ ...about, files: listed }, null, 2)}\n`;
    await added(
      MANIFEST,
      () => Readable.from([manifest]),
      () => undefined,
    );
    zip.end();
  }

  /** Resolves when the file is written. Backpressure of the output limits how fast the file is read. */
  function added(name: string, content: ArchivedFile['content'], done: (file: Listed) => void): Promise<void> {
    return new Promise((resolve, reject) => {
      const hash = createHash('sha256');
      let bytes = 0;
      const measured = new Transform({
        transform(chunk: Buffer, _, next) {
          hash.update(chunk);
          bytes += chunk.length;
          next(null, chunk);
        },
      });
      const source = Readable.from(content(), { objectMode: false });
      source.once('error', (error) => {
        measured.destroy();
        reject(error);
      });
      measured.once('end', () => {
        done({ name, bytes, sha256: hash.digest('hex') });
        resolve();
      });
      current = source;
      zip.addReadStream(source.pipe(measured), name);
    });
  }
}
