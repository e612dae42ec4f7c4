import { Injectable } from '@nestjs/common';
import { DataSource, IsNull, MoreThan } from 'typeorm';
import { AttachmentContentEntity, AttachmentEntity } from '../../attachments/index.ts';
import { BladeSetsService } from '../../blade-sets/index.ts';
import { FamiliesService } from '../../families/index.ts';
import { Clock } from '../../platform/index.ts';
import { ReadingEntity } from '../../readings/index.ts';
import { csvText, jsonText } from '../../spreadsheets/index.ts';
import { BLADE_COLUMNS, bladeRows } from '../blade-sets/blade-columns.ts';
import { CHECK_COLUMNS } from '../checks/check-columns.ts';
import { ChecksImport } from '../checks/checks-import.ts';
import { FAMILY_COLUMNS, familyRow } from '../families/family-columns.ts';
import { READING_COLUMNS } from '../readings/reading-row.ts';
import { UNIT_COLUMNS, unitRow } from '../units/unit-columns.ts';
import { UnitsImport } from '../units/units-import.ts';
import type { ArchivedFile } from './zip.ts';

const PHOTO_COLUMNS = {
  file: 'file',
  of: 'of',
  name: 'name',
  added_by: 'added_by',
  added_at: 'added_at',
  sha256: 'sha256',
} as const;
const ENDINGS: Readonly<Record<AttachmentEntity['mediaType'], string>> = {
  'image/jpeg': 'jpg',
  'image/png': 'png',
  'image/webp': 'webp',
  'application/pdf': 'pdf',
};

/** Rows read at once. */
const PAGE = 2000;

/** Name, columns and rows of a kind of record. */
type Table = readonly [string, Readonly<Record<string, string>>, () => AsyncIterable<object[]>];

/** Rows that are read as one page. */
async function* whole(rows: () => Promise<object[]>): AsyncGenerator<object[]> {
  yield await rows();
}

/** The shop in the published columns, as files: units, families, blade sets, readings, checks and photos. */
@Injectable()
export class ArchiveService {
  constructor(
    private readonly database: DataSource,
    private readonly units: UnitsImport,
    private readonly families: FamiliesService,
    private readonly bladeSets: BladeSetsService,
    private readonly checks: ChecksImport,
    private readonly clock: Clock,
  ) {}

  about() {
    return { program: 'Sturdy Shim', archive: 1, at: this.clock.now().toISOString() };
  }

  async *files(): AsyncGenerator<ArchivedFile> {
    const tables: readonly Table[] = [
      ['families', FAMILY_COLUMNS, () => whole(async () => (await this.families.all()).map(familyRow))],
      ['blade-sets', BLADE_COLUMNS, () => whole(async () => (await this.bladeSets.all()).flatMap(bladeRows))],
      ['units', UNIT_COLUMNS, () => whole(async () => (await this.units.all()).map(unitRow))],
      ['readings', READING_COLUMNS, () => this.readings()],
      ['checks', CHECK_COLUMNS, () => this.checks.pages()],
      ['photos', PHOTO_COLUMNS, () => this.photoRows()],
    ];
    for (const [name, columns, pages] of tables) {
      yield { name: `${name}.csv`, content: () => csvText(columns, pages()) };
      yield { name: `${name}.json`, content: () => jsonText(pages()) };
    }
    for await (const page of this.photos())
      for (const photo of page) yield { name: fileOf(photo), content: () => this.contentOf(photo.id) };
  }

  /** Accepted readings as the meters showed them, by unit and time. */
  private async *readings(): AsyncGenerator<object[]> {
    for (let after: readonly [string, Date, string] | null = null; ;) {
      const page: ReadingEntity[] = await this.database.manager
        .createQueryBuilder(ReadingEntity, 'reading')
        .innerJoinAndSelect('reading.unit', 'unit')
        .where("reading.state = 'accepted'")
        .andWhere(
          after === null ? 'true' : '(reading.unit_id, reading.read_at, reading.id) > (:unitId, :at, :id)',
          after === null ? {} : { unitId: after[0], at: after[1], id: after[2] },
        )
        .orderBy('reading.unit_id')
        .addOrderBy('reading.read_at')
        .addOrderBy('reading.id')
        .limit(PAGE)
        .getMany();
      const last = page.at(-1);
      if (last === undefined) return;
      yield page.map(({ unit, readAt, shownHours, note }) => ({
        tag: unit?.tag ?? '',
        readAt: readAt.toISOString(),
        hours: String(shownHours),
        note,
      }));
      after = [last.unitId, last.readAt, last.id];
    }
  }

  private async *photoRows(): AsyncGenerator<object[]> {
    for await (const page of this.photos())
      yield page.map((photo) => ({
        file: fileOf(photo),
        of: placeOf(photo),
        name: photo.name,
        added_by: photo.addedBy,
        added_at: photo.addedAt.toISOString(),
        sha256: photo.sha256,
      }));
  }

  private async *photos(): AsyncGenerator<AttachmentEntity[]> {
    for (let after: string | null = null; ;) {
      const page: AttachmentEntity[] = await this.database.manager.find(AttachmentEntity, {
        where: { takenOffAt: IsNull(), ...(after !== null && { id: MoreThan(after) }) },
        relations: { unit: true, check: { unit: true }, source: { family: true } },
        order: { id: 'ASC' },
        take: PAGE,
      });
      const last = page.at(-1);
      if (last === undefined) return;
      yield page;
      after = last.id;
    }
  }

  private async *contentOf(attachmentId: string): AsyncGenerator<Buffer> {
    const content = await this.database.manager.findOneBy(AttachmentContentEntity, { attachmentId });
    if (content !== null) yield content.bytes;
  }
}

const fileOf = ({ id, mediaType }: AttachmentEntity): string => `photos/${id}.${ENDINGS[mediaType]}`;

/** The unit, check or family of a photo, by the keys of the other files. */
function placeOf({ unit, check, source }: AttachmentEntity): string {
  if (unit) return `unit ${unit.tag}`;
  if (check) return `check ${check.unit?.tag ?? ''} ${check.performedAt?.toISOString() ?? ''}`.trim();
  return `family ${source?.family?.code ?? ''}`;
}
