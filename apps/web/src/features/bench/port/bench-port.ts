import { createContext, useContext, type ComponentType } from 'react';
import type {
  AdjustingDto,
  CheckDraftDto,
  CheckDto,
  FollowUpDto,
  ProblemReportDto,
  Problem,
  UnitStatusDto,
} from '../../../shared/api/index.ts';
import type { KeptTexts } from '../../../shared/outbox/index.ts';
import type { Author } from '../draft/kept-draft.ts';
import type { Send } from '../draft/draft-keeper.ts';

/** The outcome of an action that ends a check. */
export type Ended =
  { readonly kind: 'done'; readonly check: CheckDto } | { readonly kind: 'refused'; readonly problem: Problem };

/** The data of the previous check that the bench shows. */
export interface LastCheck {
  readonly at: string;
  readonly by: string;
  readonly note: string;
  readonly draft: CheckDraftDto;
}

/**
 * The interface between the bench's screens and the data outside the check: queries, saving, signing. One
 * implementation for checks of the shop, with or without the server; practice can have another.
 */
export interface BenchPort {
  /** Hooks for data outside the check. A screen calls only the hooks of the data that it shows. */
  readonly useStatus: () => UnitStatusDto | undefined;
  readonly useAdjusting: () => AdjustingDto | undefined;
  readonly useProblems: () => readonly ProblemReportDto[];
  readonly useFollowUps: () => readonly FollowUpDto[];
  /** Returns the last signed check of the unit, or undefined if the unit has none. */
  readonly useLastCheck: () => LastCheck | undefined;
  /** The person under whose name entries are saved. */
  readonly author: Author;
  /** The store of entries until they are saved. */
  readonly kept: KeptTexts;
  readonly save: Send;
  /** The check starts with its first save: it exists only on this device. */
  readonly begun: boolean;
  readonly sign: (version: number, note: string) => Promise<Ended>;
  readonly putAside: (version: number, closedUp: boolean) => Promise<Ended>;
  /** The destination after the end of the check. */
  readonly leadsTo: string;
  /** Photos of the check; null if not available. */
  readonly Photos: ComponentType<{ readonly words: string }> | null;
  /** Form for a meter reading; null for a unit without a meter. */
  readonly Meter: ComponentType | null;
}

const PortContext = createContext<BenchPort | null>(null);
export const BenchPortProvider = PortContext.Provider;

export function useBenchPort(): BenchPort {
  const port = useContext(PortContext);
  if (port === null) throw new Error('the screens of the bench stand inside a port');
  return port;
}
