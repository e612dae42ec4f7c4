import type { KeyboardEvent } from 'react';
import { Link } from 'react-router';
import type { ShopUnit } from '@sturdy-shim/core';
import type { LaneDto, LaneFamilyDto, PegDto, UnitState } from '../../shared/api/index.ts';
import { STATE_WORDS, hoursText, rangeText, spanText } from '../../shared/format/index.ts';
import { useShopUnit } from '../../shared/preferences/index.ts';
import { layLane } from './lane-geometry.ts';
import type { Axis } from './yard-filter.ts';

interface LaneProps {
  readonly lane: LaneDto;
  readonly axis: Axis;
  readonly width: number;
  readonly highlighted: UnitState | undefined;
}

/** One lane of the run line: a family, a site or a kind. */
export function Lane({ lane, axis, width, highlighted }: LaneProps) {
  const layout = layLane(lane, axis, width);
  const { height, base, lineX } = layout;
  const dim = (peg: PegDto): string => (highlighted !== undefined && peg.state !== highlighted ? ' dim' : '');
  return (
    <div className="lane" style={{ minHeight: height }}>
      <LaneLabel lane={lane} unplaced={layout.unplaced} axis={axis} />
      <svg
        width={width}
        height={height}
        onKeyDown={walkPegs}
        aria-label={`${lane.name}: ${lane.pegs.length} units`}
        role="group"
      >
        <rect className="lane-past" x={0} y={0} width={lineX} height={height} />
        {layout.ticks.map(({ x, words }) => (
          <g key={words} className="lane-tick">
            <path d={`M${x},${base + 2}v5`} />
            <text x={x - 5} y={base + 15} textAnchor="end">
              {words}
            </text>
          </g>
        ))}
        <path className="lane-line" d={`M${lineX},0V${height}`} />
        {layout.flags.map(({ peg, x, y }) => (
          <path key={peg.tag} className={`flag-pole flag-${peg.flag ?? ''}${dim(peg)}`} d={`M${x},${y}V${base - 4}`} />
        ))}
        {layout.pegs.map(({ peg, x, y, height: pegHeight }, index) => (
          <Link
            key={peg.tag}
            to={`/units/${encodeURIComponent(peg.tag)}`}
            tabIndex={index === 0 ? 0 : -1}
            aria-label={pegWords(peg)}
            className={`peg peg-${peg.state} peg-flag-${peg.flag ?? 'none'}${dim(peg)}`}
          >
            <rect className="peg-target" x={x - 1} y={y - 1} width={9} height={pegHeight + 2} />
            <rect className="peg-body" x={x} y={y} width={7} height={pegHeight} />
            {peg.state === 'problem' && <path className="peg-notch" d={`M${x},${y}h7l-3.5,4z`} />}
            <title>{pegWords(peg)}</title>
          </Link>
        ))}
        {layout.flags.map(({ peg, left, y, width: flagWidth }) => (
          <Link
            key={peg.tag}
            to={`/units/${encodeURIComponent(peg.tag)}`}
            tabIndex={-1}
            aria-hidden="true"
            className={`flag flag-${peg.flag ?? ''}${dim(peg)}`}
          >
            <rect x={left} y={y} width={flagWidth} height={19} />
            <path
              className="flag-mark"
              transform={`translate(${left + 7},${y + 4.5}) scale(0.9)`}
              d={peg.flag === 'tight' ? 'M0,1L8,6L0,11ZM18,1L10,6L18,11Z' : 'M8,1L0,6L8,11ZM10,1L18,6L10,11Z'}
            />
            <text x={left + 28} y={y + 14}>
              {peg.tag}
            </text>
          </Link>
        ))}
      </svg>
    </div>
  );
}

const NOT_PLACED: Record<Axis, string> = {
  hours: 'without hours',
  days: 'without a date limit',
  share: 'without a limit',
};

function LaneLabel({
  lane: { name, family, pegs },
  unplaced,
  axis,
}: {
  readonly lane: LaneDto;
  readonly unplaced: number;
  readonly axis: Axis;
}) {
  const unit = useShopUnit();
  return (
    <div className="lane-label">
      <b>{name}</b>
      {family === null ? (
        <span className="dense muted">{pegs.length} units</span>
      ) : (
        <>
          <span className="dense muted">
            {family.layout} · {family.temperature} · {pegs.length}
          </span>
          <Windows windows={family.windows} unit={unit} />
        </>
      )}
      {unplaced > 0 && (
        <span className="dense muted">
          {unplaced} {NOT_PLACED[axis]}
        </span>
      )}
    </div>
  );
}

function Windows({ windows, unit }: { readonly windows: LaneFamilyDto['windows']; readonly unit: ShopUnit }) {
  if (windows === null) return <span className="dense words-undecided">no spec in use</span>;
  const [intake, exhaust] = [windows.intake, windows.exhaust].map(({ minMm, maxMm }) => rangeText(minMm, maxMm, unit));
  return (
    <span className="lane-windows mono muted" title={`intake ${intake}, exhaust ${exhaust}`}>
      in {intake?.split('\u00a0')[0]} ex {exhaust?.split('\u00a0')[0]}
    </span>
  );
}

function pegWords({ tag, kind, state, hoursLeft, daysLeft }: PegDto): string {
  const hours =
    hoursLeft === null
      ? null
      : hoursLeft > 0
        ? `${hoursText(hoursLeft, true)} left`
        : `${hoursText(-hoursLeft, true)} past`;
  const days = daysLeft === null ? null : daysLeft > 0 ? `${spanText(daysLeft)} left` : `${spanText(-daysLeft)} past`;
  return [tag, kind, STATE_WORDS[state], hours, days].filter((part) => part !== null).join(' · ');
}

/** One tab stop a lane; the arrows walk its pegs. */
function walkPegs(event: KeyboardEvent<SVGSVGElement>): void {
  const step = { ArrowRight: 1, ArrowLeft: -1 }[event.key];
  if (step === undefined) return;
  const pegs = [...event.currentTarget.querySelectorAll<SVGAElement>('a.peg')];
  const at = pegs.indexOf(event.target as SVGAElement);
  pegs[at + step]?.focus();
  event.preventDefault();
}
