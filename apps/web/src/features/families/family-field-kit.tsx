import { Input, Select } from 'antd';
import type { ReactNode } from 'react';
import { TEXT_LIMITS } from '../../shared/api/index.ts';
import { Field } from '../../shared/ui/index.ts';
import type { FamilyDraft, TextName } from './family-draft.ts';

interface Shape {
  readonly mono?: boolean;
  readonly suffix?: string;
  readonly needed?: boolean;
}
type Options = readonly { readonly value: string; readonly label: string }[];

/** The fields of a family's form, each bound to its part of the draft and to what is wrong with it. */
export interface FamilyFieldKit {
  readonly field: (name: TextName, label: string, shape?: Shape) => ReactNode;
  readonly area: (name: TextName, label: string) => ReactNode;
  readonly choose: (name: TextName, label: string, options: Options) => ReactNode;
  /** Several of a list, in the order in which they are chosen. */
  readonly several: <Name extends 'positions' | 'releaseFirst' | 'makeSafe'>(
    name: Name,
    label: string,
    options: Options,
    placeholder?: string,
  ) => ReactNode;
}

const LENGTHS: Readonly<Record<string, number>> = { ...TEXT_LIMITS.NewFamilyDto, ...TEXT_LIMITS.FamilySheetDto };
/** As long as the contract lets a text be; a figure is as long as it is. */
const lengthOf = (name: TextName): { maxLength?: number } =>
  LENGTHS[name] === undefined ? {} : { maxLength: LENGTHS[name] };

/** What the program calculates with, or asks for at the bench by; everything else is only shown. */
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
const counted = (name: string): string => (COUNTED.has(name) ? 'counted' : '');

/** Words of a list as options; `none` is what stands where nothing is said. */
export const optionsOf = (words: Readonly<Record<string, string>>, none?: string): Options => [
  ...(none === undefined ? [] : [{ value: '', label: none }]),
  ...Object.entries(words).map(([value, label]) => ({ value, label })),
];

export const fieldKit = (
  draft: FamilyDraft,
  set: (next: Partial<FamilyDraft>) => void,
  wrong: (name: string) => string | undefined,
): FamilyFieldKit => ({
  field: (name, label, { mono = false, suffix = '', needed = false } = {}) => (
    <Field id={`family-${name}`} label={label} wrong={wrong(name)} className={counted(name)}>
      <Input
        className={mono ? 'mono' : ''}
        autoFocus={name === 'code'}
        autoComplete="off"
        required={needed}
        {...lengthOf(name)}
        suffix={suffix}
        value={draft[name]}
        onChange={({ target }) => set({ [name]: target.value })}
      />
    </Field>
  ),
  area: (name, label) => (
    <Field id={`family-${name}`} label={label} wrong={wrong(name)} className={counted(name)}>
      <Input.TextArea
        rows={3}
        {...lengthOf(name)}
        value={draft[name]}
        onChange={({ target }) => set({ [name]: target.value })}
      />
    </Field>
  ),
  choose: (name, label, options) => (
    <div className={counted(name)}>
      <label htmlFor={`family-${name}`}>{label}</label>
      <Select
        id={`family-${name}`}
        aria-label={label}
        value={draft[name]}
        onChange={(value: string) => set({ [name]: value })}
        options={[...options]}
      />
      {wrong(name) !== undefined && <p className="field-wrong">{wrong(name)}</p>}
    </div>
  ),
  several: (name, label, options, placeholder) => (
    <div className={`form-wide ${counted(name)}`}>
      <label htmlFor={`family-${name}`}>{label}</label>
      <Select
        id={`family-${name}`}
        aria-label={label}
        mode="multiple"
        placeholder={placeholder}
        value={[...draft[name]] as string[]}
        onChange={(chosen: string[]) => set({ [name]: chosen })}
        options={[...options]}
      />
      {wrong(name) !== undefined && <p className="field-wrong">{wrong(name)}</p>}
    </div>
  ),
});
