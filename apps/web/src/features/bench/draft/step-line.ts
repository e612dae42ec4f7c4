import { type CheckStep, stillOff } from '@sturdy-shim/core';
import type { CheckDraftDto, FamilyDto } from '../../../shared/api/index.ts';
import { stopsFor } from './stations.ts';

/** The request or the result of a step, in a few words. */
export function stepLine(step: CheckStep, family: FamilyDto, draft: CheckDraftDto): string {
  if (draft.work?.skipped?.some((each) => each.step === step) === true) return 'skipped';
  return LINES[step](family, draft);
}

const LINES: Readonly<Record<CheckStep, (family: FamilyDto, draft: CheckDraftDto) => string>> = {
  safe: (family) => (family.sheet.fuel === 'diesel' ? 'battery, fuel, lines' : 'lead, battery, fuel'),
  temperature: (family, draft) =>
    draft.engine ?? (family.temperature === 'not-stated' ? 'not stated' : family.temperature),
  open: (family) => family.sheet.comesOff.slice(0, 2).join(', '),
  name: (family) => (family.sheet.intakeSide === '' ? 'which is which' : `intake ${family.sheet.intakeSide}`),
  position: (family, draft) => {
    const stops = stopsFor(family, draft.position)?.length ?? 1;
    return stops === 1 ? 'one stop' : `${stops} stops`;
  },
  release: () => 'the small lift',
  caps: () => 'on every stem',
  close: (family, draft) => {
    const off = stillOff(draft.work ?? {}).length;
    return off === 0 ? 'seal, screws crosswise' : `${off} still off`;
  },
  run: () => 'starts, no ticking, no oil',
};
