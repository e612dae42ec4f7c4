import type { CheckStep, TemperatureUnit } from '@sturdy-shim/core';
import type { CheckDraftDto } from '../api/index.ts';
import { POSITION_WORDS } from './family-words.ts';
import { temperatureText } from './temperature.ts';
import { RAN, SEALS } from './work-lines.ts';

const NAMED = { ports: 'told apart by the ports', motion: 'told apart by the order in which they move' } as const;
const RELEASE = { bump: 'the small lift was there', 'no-bump': 'no small lift' } as const;
const CAPS = { present: 'every cap on its stem', missing: 'one was missing' } as const;

/** The entries of an earlier check at a step; empty if there are none. */
export function lastTimeText(step: CheckStep, draft: CheckDraftDto, unit: TemperatureUnit): string {
  return SAID[step](draft, unit);
}

const SAID: Readonly<Record<CheckStep, (draft: CheckDraftDto, unit: TemperatureUnit) => string>> = {
  temperature: (draft, unit) =>
    [draft.engine, draft.temperatureC === null ? null : temperatureText(draft.temperatureC, unit)]
      .filter(Boolean)
      .join(', '),
  open: (draft) => (draft.work?.off ?? []).map(({ name }) => name).join(', '),
  name: (draft) => (draft.work?.named ? NAMED[draft.work?.named] : ''),
  position: (draft) => (draft.position ? POSITION_WORDS[draft.position].toLowerCase() : ''),
  close: (draft) => (draft.work?.seal ? SEALS[draft.work?.seal] : ''),
  run: (draft) => (draft.work?.ran ? RAN[draft.work?.ran] : ''),
  release: (draft) => (draft.work?.release ? RELEASE[draft.work?.release] : ''),
  caps: (draft) => (draft.work?.caps ? CAPS[draft.work?.caps] : ''),
  safe: () => '',
};
