import { Link } from 'react-router';
import { type NextBlade, bladeThickness } from '@sturdy-shim/core';
import { useState } from 'react';
import type { BladeDto, BladeSetDto, CheckDraftDto, DraftValveDto, Feel } from '../../../shared/api/index.ts';
import { useKeys } from '../../../shared/ui/index.ts';
import { type Phase, feltAs, thicknessMm, withAdjusted, withTry, withoutLastTry } from '../draft/draft-edits.ts';
import { judgeValve, nextBladeFor, setInHand } from '../draft/judged-valve.ts';
import type { Station } from '../draft/stations.ts';
import { BladeRack } from '../rack/blade-rack.tsx';
import { ValveCard } from './valve-card.tsx';
import type { StepProps } from './step-props.ts';

interface GaugeStepProps extends StepProps {
  readonly station: Extract<Station, { phase: Phase }>;
  readonly stations: readonly Station[];
  readonly sets: readonly BladeSetDto[];
  readonly go: (station: Station) => void;
}

/** One valve at hand: pick a blade, say how it feels; the gap and the verdict answer at once. */
export function GaugeStep({ unit: { family }, by, draft, change, goOn, station, stations, sets, go }: GaugeStepProps) {
  const { phase, valve: index } = station;
  const valve = draft.valves[index];
  const set = setInHand(draft, sets);
  const blades = set?.blades ?? [];
  const aimMm = valve && family.windows ? family.windows[valve.kind].aimMm : 0.15;
  if (valve === undefined) throw new Error('a gauge step without its valve');
  const advice = (tried: DraftValveDto): NextBlade | null => nextBladeFor(by, draft, tried, phase, blades);
  const next = advice(valve);
  const [chosen, setChosen] = useState(() => placeOf(next, blades)?.chosen ?? nearest(blades, aimMm));
  // A leaf laid under the chosen one: the two are tried as one blade.
  const [under, setUnder] = useState<number | null>(() => placeOf(next, blades)?.under ?? null);

  const say = (feel: Feel, at: number = chosen): void => {
    const leaves = [under === null || under === at ? undefined : blades[under], blades[at]].filter(
      (leaf) => leaf !== undefined,
    );
    if (leaves.length === 0) return;
    const entered = (before: CheckDraftDto): CheckDraftDto => {
      const moved = phase === 'left' && !before.valves[index]?.adjusted ? withAdjusted(before, index, true) : before;
      return { ...withTry(moved, index, phase, leaves, feel), bladeSetId: set?.id ?? null };
    };
    change(entered);
    const after = entered(draft).valves[index];
    const place = after === undefined ? null : placeOf(advice(after), blades);
    setChosen(place?.chosen ?? at);
    setUnder(place?.under ?? null);
  };
  const stack = (): void => setUnder((before) => (before === null ? chosen : null));
  const move = (step: number): void => setChosen((at) => Math.min(blades.length - 1, Math.max(0, at + step)));
  const undo = (): void => change((before) => withoutLastTry(before, index, phase));
  const toggleAdjusted = (): void => change((before) => withAdjusted(before, index, !before.valves[index]?.adjusted));
  const canAdjust = phase === 'left' || valve.found.length > 0;
  useKeys([
    { key: 'ArrowUp', what: 'Choose a thinner blade', run: () => move(-1) },
    { key: 'ArrowDown', what: 'Choose a thicker blade', run: () => move(1) },
    { key: 'f', what: 'The blade goes free', run: () => say('free') },
    { key: 'd', what: 'The blade drags', run: () => say('drags') },
    { key: 'w', what: 'The blade won’t enter', run: () => say('wont') },
    { key: '+', what: 'Stack another leaf on the chosen one, or not', run: stack },
    { key: 'Backspace', what: 'Take the last try back', run: undo },
    ...(canAdjust ? [{ key: 'a', what: 'The adjuster was moved, or was not', run: toggleAdjusted }] : []),
  ]);
  const judged = judgeValve(by, draft, valve, phase);
  return (
    <>
      <main className="bench-work">
        <h2>
          {phase === 'found' ? 'Gauge as found' : 'Adjust, lock, gauge again'}
          {judged.window && judged.window.basis !== 'published' && (
            <span className="muted dense"> · {OWN_PART[judged.window.basis]}</span>
          )}
        </h2>
        <p className="muted">
          {phase === 'found'
            ? 'Between rocker tip and valve stem, blade straight in. Write down what you find before you touch the adjuster.'
            : 'A little at a time, lock, then turn the engine over by hand two or three times, come back to the position and gauge.'}
        </p>
        <div className="valve-cards">
          {stations.flatMap((other) => {
            if (!('phase' in other) || other.phase !== phase) return [];
            const otherValve = draft.valves[other.valve];
            return otherValve === undefined
              ? []
              : [
                  <ValveCard
                    key={other.id}
                    valve={otherValve}
                    phase={phase}
                    judged={judgeValve(by, draft, otherValve, phase)}
                    found={phase === 'left' ? judgeValve(by, draft, otherValve, 'found') : null}
                    cylinders={family.cylinders}
                    blades={blades}
                    active={other.id === station.id}
                    choose={() => go(other)}
                    toggleAdjusted={canAdjust ? toggleAdjusted : null}
                    goOn={goOn}
                    turning={family.turning}
                  />,
                ];
          })}
        </div>
      </main>
      {set === undefined ? (
        <aside className="rack">
          <p>
            No blade set is on record. A lead enters one under <Link to="/blades">Blades</Link>.
          </p>
        </aside>
      ) : (
        <BladeRack
          sets={sets}
          set={set}
          chooseSet={(id) => {
            change((before) => ({ ...before, bladeSetId: id }));
            setChosen(nearest(sets.find((each) => each.id === id)?.blades ?? [], aimMm));
          }}
          chosen={chosen}
          choose={setChosen}
          felt={(blade) => feltAs(valve, phase, blade)}
          say={say}
          undo={valve[phase].length > 0 ? undo : null}
          next={next}
          under={under}
          stack={stack}
        />
      )}
    </>
  );
}

/** What of a window is the shop's own, said where it is used. */
const OWN_PART = {
  'house tolerance': 'the source gives one number; the house tolerance stands around it',
  'house upper bound': 'the source gives only the least; the upper edge is the house’s',
} as const;

/** Where the advised blade lies in the rack; of a stack, the leaf to lay under it too. */
function placeOf(
  next: NextBlade | null,
  blades: readonly BladeDto[],
): { readonly chosen: number; readonly under: number | null } | null {
  if (next?.kind !== 'try') return null;
  const places = next.blades.map((leaf) =>
    blades.findIndex((blade) => Math.abs(thicknessMm(blade) - bladeThickness(leaf)) < 1e-9),
  );
  const chosen = places.at(-1) ?? -1;
  return chosen < 0 ? null : { chosen, under: places.length > 1 ? (places[0] ?? null) : null };
}

/** The blade to begin with where nothing is advised: the one nearest the aim. */
function nearest(blades: readonly BladeDto[], aimMm: number): number {
  const off = (blade: BladeDto): number => Math.abs(thicknessMm(blade) - aimMm);
  return blades.reduce((best, blade, index) => (off(blade) < off(blades[best] ?? blade) ? index : best), 0);
}
