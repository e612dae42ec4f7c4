import { type NextBlade, bladeThickness, gapDigits, mm, publishedText } from '@sturdy-shim/core';
import { Button, Select } from 'antd';
import { useEffect, useRef } from 'react';
import type { BladeDto, BladeSetDto, Feel } from '../../../shared/api/index.ts';
import { dayText, nextBladeText, otherUnit } from '../../../shared/format/index.ts';
import { useShopUnit } from '../../../shared/preferences/index.ts';
import { Key } from '../../../shared/ui/index.ts';
import { thicknessMm } from '../draft/draft-edits.ts';
import './blade-rack.css';

interface BladeRackProps {
  readonly sets: readonly BladeSetDto[];
  readonly set: BladeSetDto;
  readonly chooseSet: (id: string) => void;
  readonly chosen: number;
  readonly choose: (index: number) => void;
  readonly felt: (blade: BladeDto) => Feel | null;
  readonly say: (feel: Feel, index?: number) => void;
  readonly undo: (() => void) | null;
  /** The blade that tells most; null where no verdict can be given. */
  readonly next: NextBlade | null;
  /** The leaf laid under the chosen one. */
  readonly under: number | null;
  readonly stack: () => void;
}

const FEELS: readonly (readonly [Feel, string, string])[] = [
  ['free', 'f', 'Free'],
  ['drags', 'd', 'Drags'],
  ['wont', 'w', 'Won’t'],
];

/** The feeler gauge set as it lies in the hand: a blade a row, and what was felt beside it. */
export function BladeRack({
  sets,
  set,
  chooseSet,
  chosen,
  choose,
  felt,
  say,
  undo,
  next,
  under,
  stack,
}: BladeRackProps) {
  const unit = useShopUnit();
  const sentence = next && nextBladeText(next, unit);
  const advised = (blade: BladeDto): boolean =>
    next?.kind === 'try' && next.blades.some((leaf) => Math.abs(bladeThickness(leaf) - thicknessMm(blade)) < 1e-9);
  const list = useRef<HTMLOListElement>(null);
  useEffect(() => {
    list.current?.children[chosen]?.scrollIntoView({ block: 'nearest' });
  }, [chosen]);
  return (
    <aside className="rack" aria-label="Blade rack">
      <header>
        <Select
          aria-label="Blade set"
          value={set.id}
          options={sets.map(({ id, name }) => ({ value: id, label: name }))}
          onChange={chooseSet}
          popupMatchSelectWidth={false}
        />
        <span className="muted dense">
          {set.blades.length} blades · checked {dayText(set.checkedOn)}
          {set.checkPastDue && <b className="words-undecided">, its own check is past due</b>}
        </span>
      </header>
      <ol ref={list}>
        {set.blades.map((blade, index) => (
          <BladeRow
            key={index}
            blade={blade}
            chosen={index === chosen}
            under={index === under && under !== chosen}
            next={advised(blade)}
            felt={felt(blade)}
            choose={() => choose(index)}
            say={(feel) => say(feel, index)}
          />
        ))}
      </ol>
      <p className="rack-next" aria-live="polite">
        {sentence}
      </p>
      <div className="rack-feels" role="group" aria-label="How did the blade feel?">
        {FEELS.map(([feel, key, words]) => (
          <Button key={feel} size="large" onClick={() => say(feel)}>
            {words} <Key name={key} />
          </Button>
        ))}
      </div>
      <p className="rack-hints muted dense">
        <Button size="small" aria-pressed={under !== null} onClick={stack}>
          {under === null ? 'Stack' : 'Unstack'} <Key name="+" />
        </Button>
        <Button size="small" disabled={undo === null} onClick={() => undo?.()}>
          Take back <Key name="Backspace" />
        </Button>
      </p>
    </aside>
  );
}

interface BladeRowProps {
  readonly blade: BladeDto;
  readonly chosen: boolean;
  readonly under: boolean;
  readonly next: boolean;
  readonly felt: Feel | null;
  readonly choose: () => void;
  readonly say: (feel: Feel) => void;
}

function BladeRow({ blade, chosen, under, next, felt, choose, say }: BladeRowProps) {
  const unit = useShopUnit();
  const at = mm(thicknessMm(blade));
  const digits = gapDigits(at, unit);
  return (
    <li className={[chosen && 'chosen', under && 'under', next && 'next'].filter(Boolean).join(' ')}>
      <button
        type="button"
        tabIndex={-1}
        className="blade"
        style={{ width: `${Math.min(100, 58 + at * 100)}%` }}
        aria-pressed={chosen}
        onClick={choose}
        title={`stamped ${publishedText(blade.printed)}${next ? '; tells most now' : ''}`}
      >
        <b>{digits}</b> <span>{gapDigits(at, otherUnit(unit))}</span>
      </button>
      <span className="blade-feels">
        {FEELS.map(([feel, key, words]) => (
          <button
            key={feel}
            type="button"
            tabIndex={-1}
            className={felt === feel ? `felt felt-${feel}` : undefined}
            aria-pressed={felt === feel}
            aria-label={`${digits} ${words}`}
            onClick={() => {
              choose();
              say(feel);
            }}
          >
            {key.toUpperCase()}
          </button>
        ))}
      </span>
    </li>
  );
}
