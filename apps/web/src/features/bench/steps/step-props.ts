import type { CheckDraftDto, UnitDto } from '../../../shared/api/index.ts';

/** What every step works with. */
export interface StepProps {
  readonly unit: UnitDto;
  readonly draft: CheckDraftDto;
  readonly change: (update: (draft: CheckDraftDto) => CheckDraftDto) => void;
  readonly goOn: () => void;
}
