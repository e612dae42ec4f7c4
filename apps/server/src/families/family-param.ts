import { IdField } from '../platform/index.ts';

export class FamilyParam {
  @IdField()
  id!: string;
}
