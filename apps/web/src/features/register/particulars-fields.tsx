import { Input } from 'antd';
import { TEXT_LIMITS, type UnitParticularsDto } from '../../shared/api/index.ts';
import { Field } from '../../shared/ui/index.ts';

/** What is this machine's alone, as it is being typed. */
export interface TypedParticulars {
  readonly paintMark: string;
  readonly markWrong: string;
  readonly obstacle: string;
  readonly access: string;
  /** One a line. */
  readonly ownParts: string;
}

export const typedParticulars = (stored: UnitParticularsDto | undefined): TypedParticulars => ({
  paintMark: stored?.paintMark ?? '',
  markWrong: stored?.markWrong ?? '',
  obstacle: stored?.obstacle ?? '',
  access: stored?.access ?? '',
  ownParts: stored?.parts.join('\n') ?? '',
});

/** For the wire, and what is left of the values without them. */
export function particularsOf<Values extends TypedParticulars>({
  paintMark,
  markWrong,
  obstacle,
  access,
  ownParts,
  ...rest
}: Values): [UnitParticularsDto, Omit<Values, keyof TypedParticulars>] {
  const parts = ownParts
    .split('\n')
    .map((each) => each.trim())
    .filter((each) => each !== '');
  return [{ paintMark, markWrong, obstacle, access, parts }, rest];
}

const FIELDS = [
  ['paintMark', 'A painted mark, and what it means'],
  ['markWrong', 'What is wrong with its timing mark'],
  ['obstacle', 'What is in the way, and what comes off first'],
  ['access', 'How to reach the valves'],
] as const;

interface ParticularsFieldsProps {
  readonly values: TypedParticulars;
  readonly set: (change: Partial<TypedParticulars>) => void;
  readonly wrong: (name: string) => string | undefined;
}

export function ParticularsFields({ values, set, wrong }: ParticularsFieldsProps) {
  return (
    <details className="unit-form-own">
      <summary>What is this machine’s alone</summary>
      {FIELDS.map(([name, label]) => (
        <Field key={name} id={`unit-${name}`} label={label} wrong={wrong(`particulars.${name}`)}>
          <Input
            maxLength={TEXT_LIMITS.UnitParticularsDto[name]}
            value={values[name]}
            onChange={({ target }) => set({ [name]: target.value })}
          />
        </Field>
      ))}
      <Field id="unit-own-parts" label="Own parts, one per line" wrong={wrong('particulars.parts')}>
        <Input.TextArea rows={2} value={values.ownParts} onChange={({ target }) => set({ ownParts: target.value })} />
      </Field>
    </details>
  );
}
