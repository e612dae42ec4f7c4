import './position.css';
import { ADJUSTER_KINDS } from '@sturdy-shim/core';
import type { FamilyDto } from '../../../shared/api/index.ts';

/** Where the adjuster of a rocker is: at the push rod, at the pivot, or at the valve. */
const AT = { 'screw-at-push-rod': 48, 'pivot-nut': 108, 'screw-at-valve': 172 } as const;

/** Null if the family does not state what is turned, or nothing is. */
function adjusterAt({ adjusterKind, turning }: FamilyDto): number | null {
  const { moves } = ADJUSTER_KINDS[adjusterKind];
  if (moves === null) return null;
  if (moves !== 'stated') return AT[moves];
  return turning === null ? null : AT[turning.kind];
}

/** Where the blade goes: between rocker tip and valve stem, or between cam and shim; never at the push rod. */
export function GapPlace({ family }: { readonly family: FamilyDto }) {
  const at = adjusterAt(family);
  return family.adjusterKind === 'shims' ? (
    <svg className="gap-place" viewBox="0 0 230 112" role="img" aria-label="The gap is between the cam and the shim">
      <path className="part" d="M96,28a24,24 0 1 0 28,0l-14,-24z" />
      <path className="part" d="M82,112v-40h56v40" />
      <path className="shim" d="M92,66h36v6h-36z" />
      <path className="blade" d="M98,60h128v4h-128z" />
      <text x="146" y="54">
        blade here
      </text>
    </svg>
  ) : (
    <svg
      className="gap-place"
      viewBox="0 0 230 112"
      role="img"
      aria-label="The gap is between rocker tip and valve stem, not at the push rod"
    >
      <path className="part" d="M44,112v-58h8v58" />
      <path className="part" d="M168,112v-52h8v52" />
      <path className="spring" d="M160,70l24,6l-24,6l24,6l-24,6l24,6" />
      <path className="part" d="M34,50q4,-14 20,-12l54,-6l60,8q12,2 12,10h-16q-56,-6 -114,2z" />
      <circle className="part" cx="108" cy="42" r="6" />
      <path className="blade" d="M156,52h72v4h-72z" />
      {at !== null && <path className="adjuster" d={`M${at - 4},14h8v22h-8zM${at - 8},22h16v7h-16z`} />}
      <text x="184" y="46">
        blade
      </text>
      {at !== null && (
        <text x={at + 12} y="20">
          adjuster
        </text>
      )}
    </svg>
  );
}
