import type { WorkLeft } from '@sturdy-shim/core';

export const WORK_LEFT_WORDS: Record<WorkLeft, string> = {
  'no-release': 'No lift of the compression release: suspect the camshaft',
  'cap-missing': 'A stem cap is missing',
  'runs-badly': 'Did not run well after its check',
  'screw-seized': 'An adjuster is seized',
  'adjuster-stripped': 'An adjuster is stripped',
  'spring-broken': 'A valve spring is broken',
  'head-cracked': 'The head is cracked',
  'fuel-in-oil': 'Fuel was found in the oil',
  'seal-damaged': 'The cover seal is damaged',
  other: 'Something was found with which it must not run',
  'rocker-loose': 'A rocker was found loose',
  'push-rod-bent': 'A push rod was found bent',
  'wrong-fluid': 'Fuel or oil was found where it should not be',
  'no-clearance': 'A valve has no clearance at any setting',
  'valve-sticking': 'A valve was found sticking',
};
