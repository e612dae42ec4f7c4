import { type ValveKind, valveKey } from '@sturdy-shim/core';
import type { FamilyDto } from '../api/index.ts';
import './valve-layout.css';

const CELL = 78;

/** Top view of the heads with intake and exhaust valves, cylinder by cylinder. */
export function ValveLayout({
  family: { cylinders, intakePerCylinder, exhaustPerCylinder, sheet },
  marked,
}: {
  readonly family: FamilyDto;
  /** Keys of highlighted valves; the others are pale. All by default. */
  readonly marked?: ReadonlySet<string>;
}) {
  const isPale = (cylinder: number, kind: ValveKind, ordinal: number): boolean =>
    marked !== undefined && !marked.has(valveKey({ cylinder, kind, ordinal }));
  const shown = Math.min(cylinders, 6);
  const width = shown * CELL + 8;
  const rows = [
    { kind: 'intake', count: intakePerCylinder, y: 26 },
    { kind: 'exhaust', count: exhaustPerCylinder, y: 62 },
  ] as const;
  const sides = [sheet.intakeSide && `intake ${sheet.intakeSide}`, sheet.exhaustSide && `exhaust ${sheet.exhaustSide}`]
    .filter(Boolean)
    .join(', ');
  return (
    <figure className="valve-layout">
      <svg
        viewBox={`0 0 ${width} 106`}
        width={Math.min(width * 1.2, 420)}
        role="img"
        aria-label={`${cylinders} cylinders, each with ${intakePerCylinder} intake and ${exhaustPerCylinder} exhaust valves`}
      >
        {Array.from({ length: shown }, (_, index) => (
          <g key={index} transform={`translate(${index * CELL + 4},2)`}>
            <rect className="layout-head" width={CELL - 8} height={86} />
            {rows.map(({ kind, count, y }) =>
              Array.from({ length: count }, (_unused, place) => (
                <g
                  key={`${kind}${place}`}
                  className={isPale(index + 1, kind, place + 1) ? 'layout-pale' : undefined}
                  transform={`translate(${((CELL - 8) * (place + 1)) / (count + 1)},${y})`}
                >
                  <circle r={14} className={`layout-valve layout-${kind}`} />
                  <text className={`layout-letter layout-letter-${kind}`} textAnchor="middle" dy={5}>
                    {kind === 'intake' ? 'In' : 'Ex'}
                  </text>
                </g>
              )),
            )}
            {cylinders > 1 && (
              <text className="layout-number" x={(CELL - 8) / 2} y={100} textAnchor="middle">
                {index + 1}
                {sheet.firesAtDeg[index] !== undefined && `, ${sheet.firesAtDeg[index]}°`}
              </text>
            )}
          </g>
        ))}
      </svg>
      {sides !== '' && <figcaption>{sides}</figcaption>}
    </figure>
  );
}
