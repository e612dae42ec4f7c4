import type { ReadingDto, SettleReadingDto } from '../api/index.ts';
import { hoursText } from '@sturdy-shim/words';

/** Settlements of a suspect reading, likely explanations first. */
export interface SettlementChoice {
  readonly words: string;
  readonly settlement: SettleReadingDto;
}

/** The explanations that fit the figures, as buttons. */
export function likelySettlements({ suspicions }: ReadingDto, newId: () => string): SettlementChoice[] {
  return suspicions.flatMap((suspicion): SettlementChoice[] => {
    switch (suspicion.code) {
      case 'tenfold':
        return [
          {
            words: `It was ${hoursText(suspicion.likelyHours)}`,
            settlement: { decision: 'corrected', correctedHours: suspicion.likelyHours, replacementId: newId() },
          },
        ];
      case 'roll-over':
        return [
          {
            words: `The meter rolled over${suspicion.side === 'after' ? ' after it' : ''}`,
            settlement: { decision: 'rolled-over' },
          },
        ];
      case 'new-meter':
        return [
          {
            words: `A new meter${suspicion.side === 'after' ? ' after it' : ''}, from 0`,
            settlement: { decision: 'new-meter' },
          },
        ];
      default:
        return [];
    }
  });
}

/** Settlements that are always offered. */
export const PLAIN_SETTLEMENTS: readonly SettlementChoice[] = [
  { words: 'It is right as read', settlement: { decision: 'as-read' } },
  { words: 'Misread: reject', settlement: { decision: 'rejected' } },
];
