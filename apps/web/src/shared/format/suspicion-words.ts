import type { SuspicionDto } from '../api/index.ts';
import { dayText, hoursText, spanText } from './time.ts';

/** Why a reading does not add up, in words. */
export function suspicionText(suspicion: SuspicionDto): string {
  const { previousHours = 0, byHours = 0, otherHours = 0, laterHours = 0, addedHours = 0, days = 0 } = suspicion;
  switch (suspicion.code) {
    case 'future':
      return 'It is dated in the future.';
    case 'same-moment':
      return `Another reading of the same moment says ${hoursText(otherHours)}.`;
    case 'backwards':
      return `Goes back ${hoursText(byHours)} from ${hoursText(previousHours)}${suspicion.previousAt ? ` on ${dayText(suspicion.previousAt)}` : ''}.`;
    case 'above-later':
      return `Above a later reading of ${hoursText(laterHours)}${suspicion.laterAt ? ` on ${dayText(suspicion.laterAt)}` : ''}.`;
    case 'more-than-a-day-holds':
      return `${hoursText(addedHours)} in ${spanText(days)}: more than the days hold.`;
    case 'above-habit':
      return `${hoursText(suspicion.perDay ?? 0)} a day; this unit rarely passes ${hoursText(suspicion.usualMaxPerDay ?? 0)}.`;
    case 'above-ceiling':
      return `${hoursText(suspicion.perDay ?? 0)} a day; the shop doubts more than ${suspicion.ceilingPerDay ?? 0} h.`;
    case 'tenfold':
      return `A point slipped? ${hoursText(suspicion.likelyHours ?? 0)} would fit.`;
    case 'roll-over':
      return `The meter may have rolled over at ${suspicion.modulus ?? 0}${suspicion.side === 'after' ? ' after this reading' : ''}: ${hoursText(addedHours)} more.`;
    case 'new-meter':
      return suspicion.side === 'after'
        ? 'Perhaps a new meter was fitted after this reading.'
        : 'Perhaps a new meter was fitted.';
  }
}
