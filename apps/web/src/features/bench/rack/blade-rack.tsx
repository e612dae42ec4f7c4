import { type Blade, isDrag, mm, plainText } from '@sturdy-shim/core';
import { Button } from 'antd';
import { type MouseEvent, type ReactNode, useEffect, useMemo, useRef } from 'react';
import type { BladeDto, BladeSetDto, Feel } from '../../../shared/api/index.ts';
import {
  FEEL_LETTERS,
  bladeText,
  boundingBladeText,
  dayText,
  nextBladeText,
  otherUnitOf,
  thicknessTexts,
} from '../../../shared/format/index.ts';
import { useShopUnit } from '../../../shared/preferences/index.ts';
import { Key, usePhone } from '../../../shared/ui/index.ts';
import { thicknessMm } from '../draft/draft-edits.ts';
import type { BladeAdvice } from '../draft/evaluated-valve.ts';
import { type Laid, placesOf } from '../draft/laid.ts';
import './blade-rack.css';
import { BenchSelect } from '../bench-select.tsx';

interface BladeRackProps {
  readonly sets: readonly BladeSetDto[];
  readonly set: BladeSetDto;
  readonly chooseSet: (id: string) => void;
  readonly laid: Laid;
  readonly pick: (place: number) => void;
  readonly felt: (blade: BladeDto) => Feel | null;
  /** Records the feel of the blade or stack in hand. */
  readonly say: (feel: Feel) => void;
  /** Records the feel of one blade alone, independent of the selection. */
  readonly sayOf: (place: number, feel: Feel) => void;
  readonly undo: (() => void) | null;
  /** The most informative blade; null if no verdict is possible. */
  readonly next: BladeAdvice | null;
  /** The verdict is reached; this blade would bound the outside gap. */
  readonly bounding: Blade | null;
  readonly isAdvised: (blade: BladeDto) => boolean;
  readonly stack: () => void;
  /** The valve and its result, for a phone, where the valve card is above the rack. */
  readonly answer: ReactNode;
}

/** Graded drag, in a separate row because it is optional. */
const GRADES: readonly (readonly [Feel, string, string])[] = [
  ['slack', 's', 'Slack'],
  ['hard', 'h', 'Hard'],
];
const FEELS: readonly (readonly [Feel, string, string])[] = [
  ['free', 'f', 'Free'],
  ['drags', 'd', 'Drags'],
  ['wont', 'w', 'Won’t'],
];

/** Recording a try clears the focus, so that Enter only continues; the second click of a double click is ignored. */
const once =
  (run: () => void) =>
  (event: MouseEvent<HTMLElement>): void => {
    event.currentTarget.blur();
    if (event.detail <= 1) run();
  };
/** Pressing a button with a pointer does not move the focus. */
const keepFocus = (event: MouseEvent): void => event.preventDefault();

/** The selected feeler gauge set: one row per blade, with its feel. */
export function BladeRack(props: BladeRackProps) {
  const { set, laid, say, undo, next, bounding, stack, answer } = props;
  const unit = useShopUnit();
  const sentence = bounding === null ? next && nextBladeText(next, unit) : boundingBladeText(bounding, unit);
  const stacking = laid.kind === 'stack';
  const phone = usePhone();
  const grades = <Feels of={GRADES} className="rack-grades" label="It drags: how much?" say={say} />;
  const stackButton = (
    <Button size="small" aria-pressed={stacking} onMouseDown={keepFocus} onClick={once(stack)}>
      {stacking ? 'Unstack' : 'Stack'} <Key name="+" />
    </Button>
  );
  const undoButton = (
    <Button size="small" disabled={undo === null} onMouseDown={keepFocus} onClick={once(() => undo?.())}>
      Undo <Key name="Backspace" />
    </Button>
  );
  return (
    <aside className="rack" aria-label="Blade rack">
      {phone ? (
        <div className="rack-answer" aria-hidden="true">
          {answer}
        </div>
      ) : (
        <SetChooser {...props} />
      )}
      <Blades {...props} />
      <p className="rack-next" aria-live="polite">
        {sentence}
      </p>
      <InHand set={set} laid={laid} />
      <Feels of={FEELS} className="rack-feels" label="How did the blade feel?" say={say} />
      {phone ? (
        <div className="rack-more">
          <details>
            <summary>Set, slack, hard, stack</summary>
            <SetChooser {...props} />
            {grades}
            {stackButton}
          </details>
          {undoButton}
        </div>
      ) : (
        <>
          {grades}
          <p className="rack-hints muted dense">
            {stackButton}
            {undoButton}
          </p>
        </>
      )}
    </aside>
  );
}

const SetChooser = ({ sets, set, chooseSet }: BladeRackProps) => (
  <header>
    <BenchSelect
      aria-label="Blade set"
      value={set.id}
      options={sets.map(({ id, name }) => ({ value: id, label: name }))}
      onChange={chooseSet}
    />
    <span className="muted dense">
      {set.blades.length} blades · checked {dayText(set.checkedOn)}
      {set.checkPastDue && <b className="words-undecided">, its own check is overdue</b>}
    </span>
  </header>
);

interface FeelsProps {
  readonly of: readonly (readonly [Feel, string, string])[];
  readonly className: 'rack-feels' | 'rack-grades';
  readonly label: string;
  readonly say: (feel: Feel) => void;
}

const Feels = ({ of, className, label, say }: FeelsProps) => (
  <div className={className} role="group" aria-label={label}>
    {of.map(([feel, key, words]) => (
      <Button
        key={feel}
        {...(className === 'rack-feels' && { size: 'large' as const })}
        onMouseDown={keepFocus}
        onClick={once(() => say(feel))}
      >
        {words} <Key name={key} />
      </Button>
    ))}
  </div>
);

/** The selection: one blade, or a stack of two. */
function InHand({ set, laid }: Pick<BladeRackProps, 'set' | 'laid'>) {
  const places = placesOf(laid);
  return (
    <p className="rack-laid" aria-live="polite">
      <span className="muted">In hand</span>{' '}
      <b className="mono" data-testid="laid">
        {places.flatMap((place) => (set.blades[place] ? [plainText(set.blades[place].printed)] : [])).join(' + ')}
      </b>
      {laid.kind === 'stack' && places.length < 2 && <span className="muted"> + pick the second</span>}
    </p>
  );
}

/** The blades, thinnest first; the selected one is scrolled into view. */
function Blades({ set, laid, pick, felt, sayOf, isAdvised }: BladeRackProps) {
  const unit = useShopUnit();
  const texts = useMemo(
    () => ({ mm: thicknessTexts(set.blades, 'mm'), thou: thicknessTexts(set.blades, 'thou') }),
    [set.blades],
  );
  const list = useRef<HTMLOListElement>(null);
  useEffect(() => {
    list.current?.children[laid.at]?.scrollIntoView({ block: 'nearest' });
  }, [laid.at]);
  const places = placesOf(laid);
  return (
    // It scrolls: by keyboard it is reached as a whole, and its blades by the arrow keys.
    // eslint-disable-next-line jsx-a11y/no-noninteractive-tabindex -- a region that scrolls has to be reached
    <ol ref={list} tabIndex={0} aria-label="Blades">
      {set.blades.map((blade, place) => {
        const other = otherUnitOf(blade, unit);
        return (
          <BladeRow
            key={place}
            blade={blade}
            stamped={bladeText(blade, unit)}
            other={blade.alsoPrinted ? plainText(blade.alsoPrinted) : `${texts[other][place]} ${other}`}
            chosen={place === laid.at}
            under={places.length > 1 && place === places[0]}
            next={isAdvised(blade)}
            felt={felt(blade)}
            choose={() => pick(place)}
            say={(feel) => sayOf(place, feel)}
          />
        );
      })}
    </ol>
  );
}

/** A graded drag is a drag. */
const isFelt = (felt: Feel | null, feel: Feel): boolean =>
  felt === feel || (feel === 'drags' && felt !== null && isDrag(felt));

interface BladeRowProps {
  readonly blade: BladeSetDto['blades'][number];
  readonly stamped: string;
  /** The same in the other unit, with enough digits to distinguish it from its neighbors. */
  readonly other: string;
  readonly chosen: boolean;
  readonly under: boolean;
  readonly next: boolean;
  readonly felt: Feel | null;
  readonly choose: () => void;
  readonly say: (feel: Feel) => void;
}

function BladeRow({ blade, stamped, other, chosen, under, next, felt, choose, say }: BladeRowProps) {
  const at = mm(thicknessMm(blade));
  const measured = typeof blade.measuredMm === 'number' ? `, measured ${blade.measuredMm} mm` : '';
  return (
    <li className={[chosen && 'chosen', under && 'under', next && 'next'].filter(Boolean).join(' ')}>
      <button
        type="button"
        tabIndex={-1}
        className="blade"
        style={{ width: `${Math.min(100, 84 + at * 40)}%` }}
        aria-pressed={chosen}
        onMouseDown={keepFocus}
        onClick={choose}
        title={`stamped ${plainText(blade.printed)}${measured}${blade.flaw === 'oily' ? '; oil makes it drag: wipe it first' : ''}${next ? '; best one to try next' : ''}`}
      >
        <b>{stamped}</b> <span>{blade.flaw === 'oily' ? 'oily: wipe' : other}</span>
      </button>
      <span className="blade-feels">
        {FEELS.map(([feel, key, words]) => (
          <button
            key={feel}
            type="button"
            tabIndex={-1}
            className={isFelt(felt, feel) ? `felt felt-${feel}` : undefined}
            aria-pressed={isFelt(felt, feel)}
            aria-label={`${plainText(blade.printed)} ${words}`}
            onMouseDown={keepFocus}
            onClick={once(() => say(feel))}
          >
            {isFelt(felt, feel) && felt !== null ? FEEL_LETTERS[felt] : key.toUpperCase()}
          </button>
        ))}
      </span>
    </li>
  );
}
