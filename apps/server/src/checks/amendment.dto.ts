import { ChoiceField, IdField, InstantField, TextField } from '../platform/index.ts';
import { AMENDMENTS, type AmendmentEntity } from './amendment.entity.ts';

export class NewAmendmentDto {
  @IdField({ description: 'Made by the sender: the same amendment sent twice is added once.' })
  id!: string;
  @ChoiceField(AMENDMENTS, {
    name: 'AmendmentKind',
    description: '`struck`: the check does not count any more; `restored`: it does again; `remark`: only words.',
  })
  kind!: (typeof AMENDMENTS)[number];
  @TextField({ max: 500, lines: true, description: 'Why.' })
  reason!: string;
}

export class AmendmentDto extends NewAmendmentDto {
  @TextField({ max: 80 })
  madeBy!: string;
  @InstantField()
  madeAt!: string;
}

export const amendmentDto = ({ id, kind, reason, madeBy, madeAt }: AmendmentEntity): AmendmentDto => ({
  id,
  kind,
  reason,
  madeBy,
  madeAt: madeAt.toISOString(),
});
