import { generatedApi } from './generated.ts';

/**
 * The generated client, with what each write changes: a reading, a complaint or a signed check moves the unit's
 * standing and with it the yard; a draft moves nothing but itself, and the bench keeps that on its own.
 */
export const client = generatedApi.enhanceEndpoints({
  endpoints: {
    yard: { providesTags: ['yard'] },
    queue: { providesTags: ['yard'] },
    unit: { providesTags: (_, __, { tag }) => [{ type: 'unit', id: tag }] },
    standing: { providesTags: (_, __, { tag }) => [{ type: 'unit', id: tag }] },
    readingsOfUnit: { providesTags: (_, __, { tag }) => [{ type: 'unit', id: tag }] },
    checksOfUnit: { providesTags: (_, __, { tag }) => [{ type: 'unit', id: tag }] },
    openChecks: { providesTags: ['check'] },
    check: { providesTags: (_, __, { id }) => [{ type: 'check', id }], keepUnusedDataFor: 0 },
    recordReading: { invalidatesTags: ['yard', 'unit'] },
    settleReading: { invalidatesTags: ['yard', 'unit'] },
    reportComplaint: { invalidatesTags: ['yard', 'unit'] },
    startCheck: { invalidatesTags: ['check', 'unit'] },
    signCheck: { invalidatesTags: ['yard', 'check', 'unit'] },
    putAside: { invalidatesTags: ['check', 'unit'] },
  },
});

export { api } from './base.ts';
export { newId } from './new-id.ts';
export { problemOf, type Problem } from './problem.ts';
export {
  useCheckQuery,
  useChecksOfUnitQuery,
  useFindUnitsQuery,
  useListBladeSetsQuery,
  useOpenChecksQuery,
  usePutAsideMutation,
  useQueueQuery,
  useReadingsOfUnitQuery,
  useRecordReadingMutation,
  useReportComplaintMutation,
  useSaveDraftMutation,
  useSettleReadingMutation,
  useSignCheckMutation,
  useStandingQuery,
  useStartCheckMutation,
  useUnitQuery,
  useYardQuery,
} from './generated.ts';
export type {
  BladeDto,
  BladeSetDto,
  CheckDraftDto,
  CheckDto,
  DraftValveDto,
  FamilyDto,
  Feel,
  FindingDto,
  GapDto,
  LaneDto,
  MakeSafe,
  Obstacle,
  PegDto,
  Position,
  QueueLineDto,
  ReadingDto,
  ReasonDto,
  Settlement,
  StandingDto,
  StandingState,
  SuspicionDto,
  Symptom,
  TryDto,
  UnitDto,
  UnitUse,
  ValveDto,
  VerdictDto,
  WindowDto,
  YardDto,
} from './generated.ts';
