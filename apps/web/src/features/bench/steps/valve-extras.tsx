import { ADJUSTER_KINDS } from '@sturdy-shim/core';
import { Button } from 'antd';
import type { BladeDto, DraftValveDto, FamilyDto, Position, TryDto } from '../../../shared/api/index.ts';
import { POSITION_WORDS, bladesText } from '../../../shared/format/index.ts';
import { useShopUnit } from '../../../shared/preferences/index.ts';
import { positionsFor } from '../draft/stations.ts';
import { type Phase, thicknessMm } from '../draft/draft-edits.ts';
import { BenchSelect } from '../bench-select.tsx';

/** The smallest difference between two blades that a person can feel. An assumption. */
const ALIKE_MM = 0.05;

interface LeafToReadProps {
  readonly tries: readonly TryDto[];
  readonly blades: readonly BladeDto[];
  readonly settled: boolean;
  readonly read: () => void;
}

/** Asks to confirm the print of the deciding blade, because its neighbors in the set feel alike. */
export function LeafToRead({ tries, blades, settled, read }: LeafToReadProps) {
  const unit = useShopUnit();
  const last = tries.at(-1);
  const [blade, ...more] = last?.blades ?? [];
  if (!settled || last === undefined || blade === undefined || more.length > 0 || last.leafRead === true) return null;
  const at = thicknessMm(blade);
  const alike = blades.filter((each) => {
    const off = Math.abs(thicknessMm(each) - at);
    return off > 1e-6 && off < ALIKE_MM;
  });
  if (alike.length === 0) return null;
  const near = alike.toSorted((a, b) => Math.abs(thicknessMm(a) - at) - Math.abs(thicknessMm(b) - at)).slice(0, 2);
  return (
    <p className="leaf-to-read dense">
      {near.map((each) => bladesText([each], unit)).join(' and ')} {near.length > 1 ? 'feel' : 'feels'} much like{' '}
      {bladesText([blade], unit)}.{' '}
      <Button size="small" onClick={read}>
        I read the blade: it says {bladesText([blade], unit)}
      </Button>
    </p>
  );
}

/** Parts of a turn that a hand finds, in turns. */
const PARTS = [
  ['a sixteenth', 1 / 16],
  ['an eighth', 1 / 8],
  ['one flat', 1 / 6],
  ['a quarter', 1 / 4],
  ['three eighths', 3 / 8],
  ['half a turn', 1 / 2],
  ['three quarters', 3 / 4],
  ['a full turn', 1],
] as const;
const TURNS = [
  { label: 'Closed the gap by', options: PARTS.map(([words, turns]) => ({ value: turns, label: `closed, ${words}` })) },
  {
    label: 'Opened the gap by',
    options: PARTS.map(([words, turns]) => ({ value: -turns, label: `opened, ${words}` })),
  },
];

interface TurnedByProps {
  readonly turns: number | null;
  readonly say: (turns: number | null) => void;
  readonly kind: FamilyDto['adjusterKind'];
}

/** How far the adjuster was turned; optional, used to learn the effect of a turn for this family. */
export function TurnedBy({ turns, say, kind }: TurnedByProps) {
  if (ADJUSTER_KINDS[kind].moves === null) return null;
  return (
    <p className="turned-by dense">
      <label htmlFor="turned-by">Turned by</label>{' '}
      <BenchSelect<number>
        id="turned-by"
        aria-label="Turned by"
        allowClear
        placeholder="not said"
        value={turns}
        onChange={(next: number | undefined) => say(next ?? null)}
        options={TURNS}
      />
    </p>
  );
}

interface ValvePositionProps {
  readonly valve: DraftValveDto;
  readonly phase: Phase;
  readonly family: FamilyDto;
  readonly ofCheck: Position | null;
  readonly say: (said: Pick<DraftValveDto, 'foundAt' | 'leftAt' | 'crossCheck'>) => void;
}

/** Another position for this valve alone, and a second one that confirmed it. */
export function ValvePosition({ valve, phase, family, ofCheck, say }: ValvePositionProps) {
  const name = phase === 'found' ? 'foundAt' : 'leftAt';
  const own = valve[name] ?? null;
  const options = positionsFor(family).map((value) => ({
    value,
    label: POSITION_WORDS[value],
  }));
  return (
    <details className="valve-position dense" open={own !== null || (valve.crossCheck ?? null) !== null}>
      <summary>Position of this valve</summary>
      <BenchSelect<Position>
        aria-label="Position of this valve"
        allowClear
        placeholder={ofCheck === null ? 'as for the check' : `as for the check: ${POSITION_WORDS[ofCheck]}`}
        value={own}
        onChange={(next: Position | undefined) => say({ [name]: next ?? null })}
        options={options}
      />
      <BenchSelect<Position>
        aria-label="Confirmed at a second position"
        allowClear
        placeholder="not confirmed at a second position"
        value={valve.crossCheck ?? null}
        onChange={(next: Position | undefined) => say({ crossCheck: next ?? null })}
        options={options.filter(({ value }) => value !== 'unconfirmed' && value !== (own ?? ofCheck))}
      />
    </details>
  );
}
