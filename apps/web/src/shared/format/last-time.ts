import type { CheckStep, TemperatureUnit } from '@sturdy-shim/core';
import type { CheckDraftDto } from '../api/index.ts';
import { POSITION_WORDS } from './family-words.ts';
import { temperatureText } from './temperature.ts';
import { RAN, SEALS } from './work-lines.ts';

const NAMED = { ports: 'told apart by the ports', motion: 'told apart by the order in which they move' } as const;
const RELEASE = { bump: 'the small lift was there', 'no-bump': 'no small lift' } as const;
const CAPS = { present: 'every cap on its stem', missing: 'one was missing' } as const;

/** What an earlier check stated at a step; empty where it stated nothing. */
export function lastTimeText(
  step: CheckStep,
  { engine, temperatureC, position, work = {} }: CheckDraftDto,
  unit: TemperatureUnit,
): string {
  switch (step) {
    case 'temperature':
      return [engine, temperatureC === null ? null : temperatureText(temperatureC, unit)].filter(Boolean).join(', ');
    case 'open':
      return (work.off ?? []).map(({ name }) => name).join(', ');
    case 'name':
      return work.named ? NAMED[work.named] : '';
    case 'position':
      return position ? POSITION_WORDS[position].toLowerCase() : '';
    case 'close':
      return work.seal ? SEALS[work.seal] : '';
    case 'run':
      return work.ran ? RAN[work.ran] : '';
    case 'release':
      return work.release ? RELEASE[work.release] : '';
    case 'caps':
      return work.caps ? CAPS[work.caps] : '';
    case 'safe':
      return '';
  }
}
