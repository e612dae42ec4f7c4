import { type BladeBias, bladeBiases, bladesToMeasure, triesFromFacts } from '@sturdy-shim/core';
import type { EntityManager } from 'typeorm';
import { FindingEntity } from './check.entity.ts';

/** The newest gaugings are sufficient, and the limit bounds the cost of a request. */
const GAUGINGS = 1500;

/** Estimates from signed checks for the blades of a set: the thickness error of each, and which ones to measure. */
export async function bladeEvidence(
  manager: EntityManager,
  bladeSetId: string,
): Promise<{ readonly biases: readonly BladeBias[]; readonly toMeasure: readonly BladeBias[] }> {
  const findings = await manager
    .createQueryBuilder(FindingEntity, 'finding')
    .innerJoinAndSelect('finding.check', 'signed')
    .innerJoinAndSelect('signed.unit', 'unit')
    .where("signed.draft->>'bladeSetId' = :bladeSetId and not signed.struck", { bladeSetId })
    .orderBy('signed.performed_at', 'DESC')
    .limit(GAUGINGS)
    .getMany();
  const biases = bladeBiases(
    findings.map(({ kind, tries, check }) => ({
      like: `${check?.unit?.familyId} ${kind}`,
      tries: triesFromFacts(tries),
    })),
  );
  return { biases, toMeasure: bladesToMeasure(biases) };
}
