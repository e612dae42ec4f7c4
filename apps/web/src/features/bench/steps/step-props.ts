import type { CheckDraftDto, UnitDto } from '../../../shared/api/index.ts';
import type { EvaluationContext } from '../draft/evaluated-valve.ts';

/** What every step works with. */
export interface StepProps {
  readonly unit: UnitDto;
  readonly by: EvaluationContext;
  readonly draft: CheckDraftDto;
  readonly change: (update: (draft: CheckDraftDto) => CheckDraftDto) => void;
  readonly goOn: () => void;
}
