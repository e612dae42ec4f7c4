import { amendmentDto } from './amendment.dto.ts';
import { LOCK_PAIRS_NEEDED, REPEAT_PAIRS_NEEDED, TURN_PAIRS_NEEDED, stillOff, writtenGapText } from '@sturdy-shim/core';
import type { Adjusting } from './adjusting.ts';
import type { AdjustingDto } from './adjusting.dto.ts';
import type { CheckDto, EngineQuestionDto, PastCheckDto, FindingDto, OpenCheckDto } from './check.dto.ts';
import type { CheckEntity, FindingEntity, PastCheck } from './check.entity.ts';
import type { EngineQuestionEntity } from './engine-question.entity.ts';
import type { CheckWithFindings } from './with-findings.ts';

export function checkDto({ check, findings, amendments }: CheckWithFindings, unitTag: string): CheckDto {
  return {
    id: check.id,
    unitTag,
    state: check.state,
    version: check.version,
    startedAt: check.startedAt.toISOString(),
    savedAt: check.savedAt.toISOString(),
    draft: check.draft,
    savedBy: check.savedBy,
    past: check.past && pastDto(check.past),
    signedBy: check.signedBy,
    struck: check.struck,
    amendments: amendments.map(amendmentDto),
    note: check.note,
    performedAt: check.performedAt?.toISOString() ?? null,
    hoursAt: check.hoursAt,
    findings: findings.map(findingDto),
  };
}

const pastDto = ({ doneOn, doneBy, valves }: PastCheck): PastCheckDto => ({
  doneOn,
  doneBy,
  valves: valves.map(({ cylinder, kind, ordinal, found, left }) => ({
    cylinder,
    kind,
    ordinal,
    found: found && writtenGapText(found, null),
    left: left && writtenGapText(left, null),
  })),
});

function findingDto({
  cylinder,
  kind,
  ordinal,
  phase,
  final,
  tries,
  reading,
  window,
  verdict,
}: FindingEntity): FindingDto {
  const gap = reading.kind === 'interval' ? reading.gap : null;
  return { cylinder, kind, ordinal, phase, final, tries, gap, window, verdict };
}

export function openCheckDto({ id, unit, startedAt, savedAt, savedBy, draft }: CheckEntity): OpenCheckDto {
  if (!unit?.family) throw new Error('load an open check with its unit and family');
  return {
    id,
    unitTag: unit.tag,
    kind: unit.kind,
    family: unit.family.code,
    startedAt: startedAt.toISOString(),
    savedAt: savedAt.toISOString(),
    savedBy,
    valves: draft.valves.length,
    valvesGauged: draft.valves.filter(({ found }) => found.length > 0).length,
  };
}

export function adjustingDto({
  lockShift,
  lockShiftIsOwn,
  turn,
  repeatability,
  usualMinutes,
}: Adjusting): AdjustingDto {
  const learned = turn.kind === 'learned' ? turn : null;
  return {
    lockShift: {
      pairs: lockShift.pairs,
      needed: LOCK_PAIRS_NEEDED,
      medianMm: lockShift.kind === 'learned' ? lockShift.medianMm : null,
      own: lockShiftIsOwn,
    },
    turn: {
      pairs: turn.pairs,
      needed: TURN_PAIRS_NEEDED,
      perTurnMm: learned?.perTurnMm ?? null,
      fromMm: learned?.quartilesMm[0] ?? null,
      toMm: learned?.quartilesMm[1] ?? null,
    },
    repeatability: {
      pairs: repeatability.pairs,
      needed: REPEAT_PAIRS_NEEDED,
      agreeing: repeatability.kind === 'learned' ? repeatability.agreeing : null,
      medianMm: repeatability.kind === 'learned' ? repeatability.medianMm : null,
    },
    usualMinutes,
  };
}

export function engineQuestionDto({ checkId, unit, check }: EngineQuestionEntity): EngineQuestionDto {
  if (!unit || !check) throw new Error('load a question with its unit and check');
  const signed = check.state === 'signed';
  return {
    checkId,
    unitTag: unit.tag,
    kind: signed ? 'parts-off' : 'open-check',
    off: [...stillOff(check.draft.work ?? {})],
    by: signed ? check.signedBy : check.savedBy,
    at: (check.performedAt ?? check.startedAt).toISOString(),
  };
}
