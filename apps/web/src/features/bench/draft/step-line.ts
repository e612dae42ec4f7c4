import { type CheckStep, stillOff } from '@sturdy-shim/core';
import type { CheckDraftDto, FamilyDto } from '../../../shared/api/index.ts';
import { stopsFor } from './stations.ts';

/** What a step asks of this engine, or how it was left, in a few words. */
export function stepLine(step: CheckStep, family: FamilyDto, draft: CheckDraftDto): string {
  const { sheet } = family;
  const work = draft.work ?? {};
  if (work.skipped?.some((each) => each.step === step) === true) return 'skipped';
  switch (step) {
    case 'safe':
      return sheet.fuel === 'diesel' ? 'battery, fuel, lines' : 'lead, battery, fuel';
    case 'temperature':
      return draft.engine ?? (family.temperature === 'not-stated' ? 'not stated' : family.temperature);
    case 'open':
      return sheet.comesOff.slice(0, 2).join(', ');
    case 'name':
      return sheet.intakeSide === '' ? 'which is which' : `intake ${sheet.intakeSide}`;
    case 'position': {
      const stops = stopsFor(family, draft.position)?.length ?? 1;
      return stops === 1 ? 'one stop' : `${stops} stops`;
    }
    case 'release':
      return 'the small lift';
    case 'caps':
      return 'on every stem';
    case 'close': {
      const off = stillOff(work).length;
      return off === 0 ? 'seal, screws crosswise' : `${off} still off`;
    }
    case 'run':
      return 'starts, no ticking, no oil';
  }
}
