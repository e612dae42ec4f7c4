import { Injectable } from '@nestjs/common';
import { readFile, readdir } from 'node:fs/promises';
import { join } from 'node:path';
import { type Result, ok, fail } from '../platform/index.ts';
import type { BackupDto, BackupsDto } from './backup.dto.ts';

/** The program that started the server makes the backups: only it holds the owner's password of the database. */
export abstract class BackupKeeper {
  /** The folder of the backups; null where none are made. */
  abstract readonly folder: string | null;
  /** Name of the database whose backups are listed; the folder may contain others. */
  abstract readonly database: string;
  /** Requests a backup now. */
  abstract readonly ask: (() => void) | null;
}

@Injectable()
export class BackupsService {
  constructor(private readonly keeper: BackupKeeper) {}

  async all(): Promise<BackupsDto> {
    const { folder, database, ask } = this.keeper;
    const found = folder === null ? { backups: [], broken: [] } : await manifestsIn(folder, database);
    return { folder, canAsk: ask !== null, ...found };
  }

  ask(): Result<null> {
    const { ask } = this.keeper;
    if (ask === null) {
      return fail({
        code: 'no-backups-here',
        status: 422,
        detail: 'This server was not started by a program that makes backups.',
        remedy: 'Run `npm run backup` where the server runs.',
      });
    }
    ask();
    return ok(null);
  }
}

const MAX_BROKEN = 20;

/** The manifests of the backups, newest first, and the names of unreadable ones. */
async function manifestsIn(folder: string, database: string): Promise<Pick<BackupsDto, 'backups' | 'broken'>> {
  const names = (await readdir(folder).catch(() => [])).filter((name) => name.endsWith('.manifest.json'));
  const read = await Promise.all(
    names.map(async (name) => ({
      name,
      manifest: manifestOf(await readFile(join(folder, name), 'utf8').catch(() => '')),
    })),
  );
  return {
    backups: read
      .flatMap(({ manifest }) => (manifest?.database === database ? [manifest] : []))
      .map(({ file, madeAt, bytes }) => ({ file, madeAt, bytes }))
      .toSorted((a, b) => b.madeAt.localeCompare(a.madeAt)),
    broken: read
      .filter(({ manifest }) => manifest === null)
      .map(({ name }) => name.slice(0, 120))
      .slice(0, MAX_BROKEN),
  };
}

type Manifest = BackupDto & { readonly database: string };

function manifestOf(text: string): Manifest | null {
  try {
    const read = JSON.parse(text) as Partial<Manifest> | null;
    const whole =
      typeof read?.file === 'string' &&
      typeof read.madeAt === 'string' &&
      !Number.isNaN(Date.parse(read.madeAt)) &&
      typeof read.bytes === 'number' &&
      typeof read.database === 'string';
    return whole ? (read as Manifest) : null;
  } catch {
    return null;
  }
}
