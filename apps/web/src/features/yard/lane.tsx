import type { KeyboardEvent, MouseEvent } from 'react';
import { Link, useNavigate } from 'react-router';
import type { ShopUnit } from '@sturdy-shim/core';
import type { LaneDto, LaneFamilyDto, PegDto, UnitState } from '../../shared/api/index.ts';
import {
  STATE_WORDS,
  TEMPERATURE_WORDS,
  countText,
  hoursText,
  rangeText,
  spanText,
} from '../../shared/format/index.ts';
import { useShopUnit } from '../../shared/preferences/index.ts';
import { partOf } from './density-geometry.ts';
import { Flags } from './flags.tsx';
import { LaneDensity } from './lane-density.tsx';
import { LaneGround } from './lane-ground.tsx';
import { type Part, layLane, measure } from './lane-geometry.ts';
import { type Axis, type YardFilter, laneAddress } from './yard-filter.ts';

interface LaneProps {
  readonly lane: LaneDto;
  readonly axis: Axis;
  readonly width: number;
  readonly filter: YardFilter;
}

/** One lane of the run line: a family, a site or a kind, with single units if there is room, otherwise a density. */
export function Lane({ lane, axis, width, filter }: LaneProps) {
  const navigate = useNavigate();
  const { whole } = measure(axis, lane);
  const pick = (first: number, behind: number): void => {
    const part = Object.entries(partOf(first, behind, whole ?? 1)).map(([key, value]): [string, string] => [
      key,
      String(value),
    ]);
    void navigate(laneAddress(lane.name, filter, Object.fromEntries(part)));
  };
  const isDense = lane.units > 0 && lane.pegs.length === 0;
  return (
    <div className="lane">
      <LaneLabel lane={lane} axis={axis} open={isDense ? laneAddress(lane.name, filter) : null} />
      {isDense ? (
        <LaneDensity
          lane={lane}
          axis={axis}
          width={width}
          highlighted={filter.state}
          pick={pick}
          allKept={laneAddress(lane.name, { ...filter, state: 'keep-in' })}
        />
      ) : (
        <LanePegs lane={lane} axis={axis} width={width} highlighted={filter.state} />
      )}
    </div>
  );
}

/** The single units of a lane, or of a part of it across the whole width. */
export function LanePegs({
  lane,
  axis,
  width,
  highlighted,
  part,
}: {
  readonly lane: LaneDto;
  readonly axis: Axis;
  readonly width: number;
  readonly highlighted: UnitState | undefined;
  readonly part?: Part;
}) {
  const { height, base, lineX, pegs, flags, unflagged, ticks } = layLane(lane, axis, width, part);
  const navigate = useNavigate();
  const dim = (peg: PegDto): string => (highlighted !== undefined && peg.state !== highlighted ? ' dim' : '');
  return (
    <svg
      width={width}
      height={height}
      onKeyDown={walkPegs}
      onClick={(event) => {
        if (event.target instanceof Element && event.target.closest('a') !== null) return;
        const near = nearestPeg(pegs, event);
        if (near !== null) void navigate(`/units/${encodeURIComponent(near)}`);
      }}
      aria-label={`${lane.name}: ${countText(lane.units)} units`}
      role="group"
    >
      <LaneGround height={height} base={base} lineX={Math.min(lineX, width)} ticks={ticks}>
        {pegs.map(({ peg, x, y, height: pegHeight }, index) => (
          <Link
            key={peg.tag}
            to={`/units/${encodeURIComponent(peg.tag)}`}
            tabIndex={index === 0 ? 0 : -1}
            aria-label={pegWords(peg)}
            className={`peg peg-${peg.state} peg-flag-${peg.flag ?? 'none'}${dim(peg)}`}
          >
            <rect className="peg-target" x={x - 3} y={y - 3} width={13} height={pegHeight + 6} />
            <rect className="peg-body" x={x} y={y} width={PEG_WIDTH} height={pegHeight} />
            {peg.state === 'problem' && <path className="peg-notch" d={`M${x},${y}h7l-3.5,4z`} />}
            <title>{pegWords(peg)}</title>
          </Link>
        ))}
        <Flags flags={flags} foot={base - 4} dim={dim} />
        {unflagged > 0 && (
          <text className="lane-unflagged" x={width - 6} y={18} textAnchor="end">
            + {unflagged} more keep in
          </text>
        )}
      </LaneGround>
    </svg>
  );
}

const NOT_PLACED: Record<Axis, string> = {
  hours: 'without hours',
  days: 'without a date limit',
  share: 'without a limit',
};

function LaneLabel({
  lane,
  axis,
  open,
}: {
  readonly lane: LaneDto;
  readonly axis: Axis;
  readonly open: string | null;
}) {
  const { name, family, units } = lane;
  const unplaced = unplacedIn(lane, axis);
  const unit = useShopUnit();
  return (
    <div className="lane-label">
      <b>{name}</b>
      {family === null ? (
        <span className="dense muted">{countText(units)} units</span>
      ) : (
        <>
          <span className="dense muted">
            {family.layout} · {TEMPERATURE_WORDS[family.temperature]} · {countText(units)}
          </span>
          <Windows windows={family.windows} unit={unit} />
        </>
      )}
      {unplaced > 0 && (
        <span className="dense muted">
          {countText(unplaced)} {NOT_PLACED[axis]}
        </span>
      )}
      {open !== null && (
        <Link className="lane-open" to={open} aria-label={`Open the lane ${name}`}>
          open this lane
        </Link>
      )}
    </div>
  );
}

/** Units that an axis cannot place. */
export function unplacedIn(lane: LaneDto, axis: Axis): number {
  if (lane.pegs.length === 0) return lane.unplaced;
  const { of, whole } = measure(axis, lane);
  return lane.pegs.filter((peg) => peg.state !== 'retired' && (whole === null || of(peg) === null)).length;
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

export function pegWords({ tag, kind, state, hoursLeft, daysLeft }: PegDto): string {
  const hours =
    hoursLeft === null
      ? null
      : hoursLeft > 0
        ? `${hoursText(hoursLeft, true)} left`
        : `${hoursText(-hoursLeft, true)} past`;
  const days = daysLeft === null ? null : daysLeft > 0 ? `${spanText(daysLeft)} left` : `${spanText(-daysLeft)} past`;
  return [tag, kind, STATE_WORDS[state], hours, days].filter((part) => part !== null).join(' · ');
}

/** Hit distance from the middle of a peg, which makes a target of 24 px. */
const REACH_PX = 12;

/** The tag of the peg at a click. */
function nearestPeg(
  pegs: ReturnType<typeof layLane>['pegs'],
  { currentTarget, clientX, clientY }: MouseEvent<SVGSVGElement>,
): string | null {
  const box = currentTarget.getBoundingClientRect();
  const distances = pegs.map(({ peg, x, y, height }) => ({
    tag: peg.tag,
    distance: Math.max(
      Math.abs(clientX - box.left - x - PEG_WIDTH / 2),
      Math.abs(clientY - box.top - y - height / 2) - height / 2,
    ),
  }));
  const nearest = distances.toSorted((a, b) => a.distance - b.distance)[0];
  return nearest !== undefined && nearest.distance <= REACH_PX ? nearest.tag : null;
}
const PEG_WIDTH = 7;

/** One tab stop per lane; arrow keys move among its pegs. */
function walkPegs(event: KeyboardEvent<SVGSVGElement>): void {
  const step = { ArrowRight: 1, ArrowLeft: -1 }[event.key];
  if (step === undefined) return;
  const pegs = [...event.currentTarget.querySelectorAll<SVGAElement>('a.peg')];
  const at = pegs.indexOf(event.target as SVGAElement);
  pegs[at + step]?.focus();
  event.preventDefault();
}
