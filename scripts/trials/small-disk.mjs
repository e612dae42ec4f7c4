import { mkdtemp, rm, statfs, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { run } from '../lib/run.mjs';

/** Runs `work` with a small disk in memory, which is removed afterwards; with null where mounting is not permitted. */
export async function withSmallDisk(size, work) {
  if (process.getuid?.() !== 0) return work(null);
  const disk = await mkdtemp(join(tmpdir(), 'shim-disk-'));
  const mounted = await run('mount', ['-t', 'tmpfs', '-o', `size=${size},mode=700`, 'tmpfs', disk]).then(
    () => true,
    () => false,
  );
  try {
    return await work(mounted ? disk : null);
  } finally {
    if (mounted) await run('umount', [disk]);
    await rm(disk, { recursive: true, force: true });
  }
}

/** Fills a disk completely with one file. */
export async function fill(disk, ballast) {
  const { bavail, bsize } = await statfs(disk);
  await writeFile(ballast, Buffer.alloc(bavail * bsize)).catch(() => undefined);
}
