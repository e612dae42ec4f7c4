import { useState } from 'react';
import type { BladeDto, BladeSetDto, Feel } from '../../../shared/api/index.ts';
import { useKeys } from '../../../shared/ui/index.ts';
import { type Phase, feltAs, thicknessMm, withAdjusted, withTry, withoutLastTry } from '../draft/draft-edits.ts';
import { judgeValve } from '../draft/judged-valve.ts';
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
export function GaugeStep({ unit: { family }, draft, change, goOn, station, stations, sets, go }: GaugeStepProps) {
  const { phase, valve: index } = station;
  const valve = draft.valves[index];
  const set = sets.find(({ id }) => id === draft.bladeSetId) ?? sets[0];
  const blades = set?.blades ?? [];
  const aimMm = valve && family.windows ? family.windows[valve.kind].aimMm : 0.15;
  const [chosen, setChosen] = useState(() => nearest(blades, aimMm));
  if (valve === undefined) throw new Error('a gauge step without its valve');

  const say = (feel: Feel, at: number = chosen): void => {
    const blade = blades[at];
    if (blade === undefined) return;
    change((before) => {
      const moved = phase === 'left' && !before.valves[index]?.adjusted ? withAdjusted(before, index, true) : before;
      return { ...withTry(moved, index, phase, blade, feel), bladeSetId: set?.id ?? null };
    });
    const onward = feel === 'wont' ? at - 1 : at + 1;
    const next = blades[onward];
    setChosen(next !== undefined && feltAs(valve, phase, next) === null ? onward : at);
  };
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
    { key: 'Backspace', what: 'Take the last try back', run: undo },
    ...(canAdjust ? [{ key: 'a', what: 'The adjuster was moved, or was not', run: toggleAdjusted }] : []),
  ]);
  const judged = judgeValve(family, draft, valve, phase);
  return (
    <>
      <main className="bench-work">
        <h2>
          {phase === 'found' ? 'Gauge as found' : 'Adjust, lock, gauge again'}
          {judged.window?.basis === 'house tolerance' && (
            <span className="muted dense"> · the source gives one number; the house tolerance stands around it</span>
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
                    judged={judgeValve(family, draft, otherValve, phase)}
                    found={phase === 'left' ? judgeValve(family, draft, otherValve, 'found') : null}
                    cylinders={family.cylinders}
                    blades={blades}
                    active={other.id === station.id}
                    choose={() => go(other)}
                    toggleAdjusted={canAdjust ? toggleAdjusted : null}
                    goOn={goOn}
                  />,
                ];
          })}
        </div>
      </main>
      {set === undefined ? (
        <aside className="rack">
          <p>No blade set is on record. Blade sets come with the shop’s register.</p>
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
        />
      )}
    </>
  );
}

/** The blade to begin with: the one nearest the aim. */
function nearest(blades: readonly BladeDto[], aimMm: number): number {
  const off = (blade: BladeDto): number => Math.abs(thicknessMm(blade) - aimMm);
  return blades.reduce((best, blade, index) => (off(blade) < off(blades[best] ?? blade) ? index : best), 0);
}
