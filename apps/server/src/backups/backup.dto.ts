import { CountField, FlagField, InstantField, NestedListField, TextField, TextsField } from '../platform/index.ts';

export class BackupDto {
  @TextField({ max: 120 })
  file!: string;
  @InstantField()
  madeAt!: string;
  @CountField({ min: 0, max: Number.MAX_SAFE_INTEGER })
  bytes!: number;
}

export class BackupsDto {
  @TextField({
    max: 500,
    nullable: true,
    description: 'Folder on the machine of the server; null when no one makes backups.',
  })
  folder!: string | null;
  @FlagField({ description: 'Whether one can be asked for here.' })
  canAsk!: boolean;
  @NestedListField(() => BackupDto, { maxItems: 1000, description: 'Newest first.' })
  backups!: BackupDto[];
  @TextsField({ max: 120, maxItems: 20, description: 'Names of manifests in the folder that cannot be read.' })
  broken!: string[];
}
