import {
  type GapReading,
  type TimeZone,
  type ValveLayout,
  type WrittenGap,
  type WrittenValve,
  valveKey,
  writtenGapText,
} from '@sturdy-shim/core';
import type { CheckEntity, FindingEntity, PastCheck } from '../../checks/index.ts';
import { dayOf } from '../../platform/index.ts';
import { valveCode } from './valve-code.ts';

/** One row per valve, with the published column names. */
export const CHECK_COLUMNS = {
  tag: 'tag',
  done_on: 'done_on',
  hours: 'hours',
  temperature: 'temperature',
  valve: 'valve',
  found: 'found',
  left: 'left',
  unit: 'unit',
  by: 'by',
  note: 'note',
} as const;
export type CheckRow = Readonly<Record<keyof typeof CHECK_COLUMNS, string>>;

/** Interval ends are rounded to 0.1 µm. */
const DIGITS = 4;
const shown = (mm: number): string => String(Number(mm.toFixed(DIGITS)));

/** A gap interval in the written form; empty for an unknown gap. */
function readingText(reading: GapReading): string {
  if (reading.kind === 'stated') return 'in spec';
  if (reading.kind !== 'interval') return '';
  const { lo, hi, loMeasured } = reading.gap;
  if (hi === null) return `>${shown(lo.mm)}`;
  return loMeasured ? `${shown(lo.mm)}-${shown(hi.mm)}` : `<${shown(hi.mm)}`;
}

/** A signed check with its findings. */
export interface ExportedCheck {
  readonly tag: string;
  readonly layout: ValveLayout;
  readonly check: Pick<CheckEntity, 'past' | 'performedAt' | 'hoursAt' | 'draft' | 'signedBy' | 'note'>;
  readonly findings: readonly Pick<FindingEntity, 'cylinder' | 'kind' | 'ordinal' | 'phase' | 'reading'>[];
}

/** Columns with the same value in all rows of a check. */
type WholeCheck = Omit<CheckRow, 'valve' | 'found' | 'left' | 'unit'>;

/** The rows of a past check, as it was written. */
export const pastRows = (
  { tag, layout, engine, hours, note }: PastContext,
  { doneOn, doneBy, valves }: Pick<PastCheck, 'doneOn' | 'doneBy'> & { readonly valves: readonly WrittenValve[] },
): CheckRow[] => {
  const whole: WholeCheck = {
    tag,
    done_on: doneOn,
    hours: hoursText(hours),
    temperature: engine ?? '',
    by: doneBy,
    note,
  };
  return valves.map(({ found, left, ...valve }) => {
    const [unit = null] = [found, left].flatMap((gap) => (gap === null || gap.kind === 'in-spec' ? [] : [gap.unit]));
    const text = (gap: WrittenGap | null): string => (gap === null ? '' : writtenGapText(gap, unit));
    return { ...whole, valve: valveCode(valve, layout), found: text(found), left: text(left), unit: unit ?? '' };
  });
};

export interface PastContext {
  readonly tag: string;
  readonly layout: ValveLayout;
  readonly engine: 'cold' | 'warm' | null;
  readonly hours: number | null;
  readonly note: string;
}

const hoursText = (hours: number | null): string => (hours === null ? '' : String(hours));

/** The rows of a check: the written gaps of a past check, the gap intervals of a check done with this program. */
export function checkRows({ tag, layout, check, findings }: ExportedCheck, zone: TimeZone): CheckRow[] {
  const { past, performedAt, hoursAt, draft, signedBy, note } = check;
  if (past !== null) return pastRows({ tag, layout, engine: draft.engine, hours: hoursAt, note }, past);
  const whole: WholeCheck = {
    tag,
    done_on: performedAt === null ? '' : dayOf(performedAt, zone),
    hours: hoursText(hoursAt),
    temperature: draft.engine ?? '',
    by: signedBy,
    note,
  };
  const valves = new Map(findings.map((finding) => [valveKey(finding), finding]));
  return [...valves].flatMap(([key, valve]) => {
    const of = (phase: 'found' | 'left'): string => {
      const finding = findings.find((each) => each.phase === phase && valveKey(each) === key);
      return finding === undefined ? '' : readingText(finding.reading);
    };
    const [found, left] = [of('found'), of('left')];
    return found === '' && left === '' ? [] : [{ ...whole, valve: valveCode(valve, layout), found, left, unit: 'mm' }];
  });
}
