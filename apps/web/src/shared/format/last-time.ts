import type { CheckStep, TemperatureUnit } from '@sturdy-shim/core';
import type { CheckDraftDto } from '../api/index.ts';
import { POSITION_WORDS } from './family-words.ts';
import { temperatureText } from './temperature.ts';
import { RAN, SEALS } from './work-lines.ts';

/** What an earlier check stated at a step; empty where it stated nothing. */
export function lastTimeText(
  step: CheckStep,
  { engine, temperatureC, position, work = {} }: CheckDraftDto,
  unit: TemperatureUnit,
): string {
  switch (step) {
    case 'temperature':
      return engine === null
        ? ''
        : `${engine}${temperatureC === null ? '' : `, ${temperatureText(temperatureC, unit)}`}`;
    case 'open':
      return (work.off ?? []).map(({ name }) => name).join(', ');
    case 'name':
      return work.named == null
        ? ''
        : work.named === 'ports'
          ? 'told apart by the ports'
          : 'told apart by the order in which they move';
    case 'position':
      return position === null ? '' : POSITION_WORDS[position].toLowerCase();
    case 'close':
      return work.seal == null ? '' : SEALS[work.seal];
    case 'run':
      return work.ran == null ? '' : RAN[work.ran];
    case 'release':
      return work.release == null ? '' : work.release === 'bump' ? 'the small lift was there' : 'no small lift';
    case 'caps':
      return work.caps == null ? '' : work.caps === 'present' ? 'every cap on its stem' : 'one was missing';
    case 'safe':
      return '';
  }
}
