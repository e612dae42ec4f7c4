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

/** What became of a step that ends a check. */
export type Ended =
  { readonly kind: 'done'; readonly check: CheckDto } | { readonly kind: 'refused'; readonly problem: Problem };

/** What the next check wants to know of the one before. */
export interface LastCheck {
  readonly at: string;
  readonly by: string;
  readonly note: string;
  readonly draft: CheckDraftDto;
}

/**
 * What the screens of the bench need from outside: what is known beside the check, and where it is saved and ends. One
 * port for a check of the shop, with the server or away from it; an engine to practice on has another.
 */
export interface BenchPort {
  /** Hooks for data beside the check. A screen calls only the hooks of the data that it shows. */
  readonly useStatus: () => UnitStatusDto | undefined;
  readonly useAdjusting: () => AdjustingDto | undefined;
  readonly useProblems: () => readonly ProblemReportDto[];
  readonly useFollowUps: () => readonly FollowUpDto[];
  /** The last signed check; undefined where there is none. */
  readonly useLastCheck: () => LastCheck | undefined;
  /** Who works, under whose name entries are saved. */
  readonly author: Author;
  /** Where entries are kept until they are saved. */
  readonly kept: KeptTexts;
  readonly save: Send;
  /** The check begins with its first save: nothing but this device knows of it. */
  readonly begun: boolean;
  readonly sign: (version: number, note: string) => Promise<Ended>;
  readonly putAside: (version: number, closedUp: boolean) => Promise<Ended>;
  /** Where the screens lead when the check has ended. */
  readonly leadsTo: string;
  /** Photos beside the check; null where there are none. */
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
