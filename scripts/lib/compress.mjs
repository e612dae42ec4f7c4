import { readFile, readdir, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { promisify } from 'node:util';
import { brotliCompress, constants, gzip } from 'node:zlib';

const COMPRESSIBLE = /\.(?:js|css|html|svg|json|txt|map)$/;
/** A smaller file fits in one packet without compression. */
const LEAST_BYTES = 1024;

/**
 * Writes a gzip and a brotli version beside every text file of a folder, at the highest level because it is done once.
 */
export async function compressFiles(folder) {
  const entries = await readdir(folder, { recursive: true, withFileTypes: true });
  await Promise.all(
    entries
      .filter((entry) => entry.isFile() && COMPRESSIBLE.test(entry.name))
      .map(async (entry) => {
        const file = join(entry.parentPath, entry.name);
        const bytes = await readFile(file);
        if (bytes.length < LEAST_BYTES) return;
        const best = { params: { [constants.BROTLI_PARAM_QUALITY]: constants.BROTLI_MAX_QUALITY } };
        await writeFile(`${file}.gz`, await promisify(gzip)(bytes, { level: 9 }));
        await writeFile(`${file}.br`, await promisify(brotliCompress)(bytes, best));
      }),
  );
}
