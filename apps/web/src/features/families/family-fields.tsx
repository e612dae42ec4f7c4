import { Input, Select } from 'antd';
import { TEXT_LIMITS } from '../../shared/api/index.ts';
import { ShopField } from '../../shared/ui/index.ts';
import type { FamilyDraft, TextName } from './family-draft.ts';

type Options = readonly { readonly value: string; readonly label: string }[];

const LENGTHS: Readonly<Record<string, number>> = { ...TEXT_LIMITS.NewFamilyDto, ...TEXT_LIMITS.FamilySheetDto };
/** The maximum length of a text, by the contract. */
const lengthOf = (name: TextName): { maxLength?: number } =>
  LENGTHS[name] === undefined ? {} : { maxLength: LENGTHS[name] };

/** Fields used in calculations or for questions at the bench; all others are only shown. */
const COUNTED: ReadonlySet<string> = new Set([
  'cylinders',
  'intakePerCylinder',
  'exhaustPerCylinder',
  'fuel',
  'belowC',
  'restHours',
  'fromC',
  'toC',
  'positions',
  'makeSafe',
  'adjusterKind',
  'moves',
  'pitchMm',
  'rockerRatio',
  'intakeOpens',
  'intakeCloses',
  'exhaustOpens',
  'exhaustCloses',
  'releaseValve',
  'releaseFrom',
  'releaseTo',
  'pastTopMm',
  'rimMm',
  'fins',
  'shimFromMm',
  'shimToMm',
  'shimStepMm',
  'strokeMm',
  'rodMm',
  'breakInHours',
  'intervalHours',
  'intervalMonths',
  'seasonDay',
  'coverCount',
  'stampingPattern',
] satisfies (keyof FamilyDraft)[]);
const counted = (name: string, wide = false): string =>
  [COUNTED.has(name) && 'counted', wide && 'form-wide'].filter(Boolean).join(' ');

/** Words of a list as options; `none` is the label of an unset value. */
export const optionsOf = (words: Readonly<Record<string, string>>, none?: string): Options => [
  ...(none === undefined ? [] : [{ value: '', label: none }]),
  ...Object.entries(words).map(([value, label]) => ({ value, label })),
];

interface FamilyFieldProps {
  readonly name: TextName;
  readonly label: string;
  readonly mono?: boolean;
  readonly suffix?: string;
  readonly needed?: string;
}

/** A text or a figure of a family. */
export const FamilyField = ({ name, label, mono = false, suffix = '', needed }: FamilyFieldProps) => (
  <ShopField name={name} label={label} className={counted(name)} {...(needed !== undefined && { needed })}>
    <Input
      className={mono ? 'mono' : ''}
      autoFocus={name === 'code'}
      autoComplete="off"
      {...lengthOf(name)}
      suffix={suffix}
    />
  </ShopField>
);

/** Lines of text. */
export const FamilyLines = ({ name, label }: Pick<FamilyFieldProps, 'name' | 'label'>) => (
  <ShopField name={name} label={label} className={counted(name)}>
    <Input.TextArea rows={3} {...lengthOf(name)} />
  </ShopField>
);

interface FamilyChoiceProps extends Pick<FamilyFieldProps, 'name' | 'label'> {
  readonly options: Options;
}

/** One of a list. */
export const FamilyChoice = ({ name, label, options }: FamilyChoiceProps) => (
  <ShopField name={name} label={label} className={counted(name)}>
    <Select aria-label={label} options={[...options]} />
  </ShopField>
);

interface FamilyListProps {
  readonly name: 'positions' | 'releaseFirst' | 'makeSafe';
  readonly label: string;
  readonly options: Options;
  readonly none: string;
}

/** Several of a list, in the order of selection. */
export const FamilyList = ({ name, label, options, none }: FamilyListProps) => (
  <ShopField name={name} label={label} className={counted(name, true)}>
    <Select aria-label={label} mode="multiple" placeholder={none} options={[...options]} />
  </ShopField>
);
