import { Injectable } from '@nestjs/common';
import { readFile, readdir } from 'node:fs/promises';
import { join } from 'node:path';
import { type Outcome, done, refuse } from '../platform/index.ts';
import type { BackupDto, BackupsDto } from './backup.dto.ts';

/** Whoever started the server makes the backups: only it holds the owner's password of the database. */
export abstract class BackupKeeper {
  /** Where they stand; null when nobody makes any. */
  abstract readonly folder: string | null;
  /** Asks for one now. */
  abstract readonly ask: (() => void) | null;
}

@Injectable()
export class BackupsService {
  constructor(private readonly keeper: BackupKeeper) {}

  async all(): Promise<BackupsDto> {
    const { folder, ask } = this.keeper;
    return { folder, canAsk: ask !== null, backups: folder === null ? [] : await manifestsIn(folder) };
  }

  ask(): Outcome<null> {
    const { ask } = this.keeper;
    if (ask === null) {
      return refuse({
        code: 'no-backups-here',
        status: 422,
        detail: 'This server was not started by a program that makes backups.',
        mend: 'Run `npm run backup` where the server runs.',
      });
    }
    ask();
    return done(null);
  }
}

/** What the manifests beside the backups say, newest first. One that cannot be read is left out. */
async function manifestsIn(folder: string): Promise<BackupDto[]> {
  const names = (await readdir(folder).catch(() => [])).filter((name) => name.endsWith('.manifest.json'));
  const read = await Promise.all(
    names.map(async (name): Promise<BackupDto | null> => {
      try {
        const { file, madeAt, bytes } = JSON.parse(await readFile(join(folder, name), 'utf8')) as BackupDto;
        return typeof file === 'string' && typeof madeAt === 'string' && typeof bytes === 'number'
          ? { file, madeAt, bytes }
          : null;
      } catch {
        return null;
      }
    }),
  );
  return read.filter((each) => each !== null).toSorted((a, b) => b.madeAt.localeCompare(a.madeAt));
}
