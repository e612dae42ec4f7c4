import type { CheckDraftDto, UnitDto } from '../../../shared/api/index.ts';
import type { JudgedBy } from '../draft/judged-valve.ts';

/** What every step works with. */
export interface StepProps {
  readonly unit: UnitDto;
  readonly by: JudgedBy;
  readonly draft: CheckDraftDto;
  readonly change: (update: (draft: CheckDraftDto) => CheckDraftDto) => void;
  readonly goOn: () => void;
}
