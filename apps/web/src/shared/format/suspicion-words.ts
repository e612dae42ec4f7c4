import type { SuspicionDto } from '../api/index.ts';
import { hoursText, spanText } from '@sturdy-shim/words';
import { dayText } from './time.ts';

/** Why a reading does not add up, in words. */
export function suspicionText(suspicion: SuspicionDto): string {
  switch (suspicion.code) {
    case 'future':
      return 'It is dated in the future.';
    case 'same-moment':
      return `Another reading of the same moment says ${hoursText(suspicion.otherHours)}.`;
    case 'backwards':
      return `Goes back ${hoursText(suspicion.byHours)} from ${hoursText(suspicion.previousHours)} on ${dayText(suspicion.previousAt)}.`;
    case 'above-later':
      return `Above a later reading of ${hoursText(suspicion.laterHours)} on ${dayText(suspicion.laterAt)}.`;
    case 'more-than-a-day-holds':
      return `${hoursText(suspicion.addedHours)} in ${spanText(suspicion.days)}: more than the days hold.`;
    case 'above-habit':
      return `${hoursText(suspicion.perDay)} a day; this unit rarely passes ${hoursText(suspicion.usualMaxPerDay)}.`;
    case 'above-ceiling':
      return `${hoursText(suspicion.perDay)} a day; the shop doubts more than ${suspicion.ceilingPerDay} h.`;
    case 'tenfold':
      return `A point slipped? ${hoursText(suspicion.likelyHours)} would fit.`;
    case 'roll-over':
      return `The meter may have rolled over at ${suspicion.modulus}${suspicion.side === 'after' ? ' after this reading' : ''}: ${hoursText(suspicion.addedHours)} more.`;
    case 'new-meter':
      return suspicion.side === 'after'
        ? 'Perhaps a new meter was fitted after this reading.'
        : 'Perhaps a new meter was fitted.';
  }
}
