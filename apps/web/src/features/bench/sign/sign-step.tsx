import {
  checkSteps,
  contradictsGaps,
  isSetBlind,
  isStated,
  needsFollowUp,
  stillOff,
  valveKey,
} from '@sturdy-shim/core';
import { Button, Form, Input } from 'antd';
import { type ComponentType, useState } from 'react';
import { useDispatch } from 'react-redux';
import { useNavigate } from 'react-router';
import {
  TEXT_LIMITS,
  switchAsked,
  type CheckDto,
  type Problem,
  type TurnedOver,
  type WorkDto,
} from '../../../shared/api/index.ts';
import { OUTCOME_WORDS, STEP_WORDS, agoText, outcomeOfCheck, statesLeft } from '../../../shared/format/index.ts';
import { useMe } from '../../../shared/me/index.ts';
import { NOT_DONE, ShopField, ShopForm, useKeys } from '../../../shared/ui/index.ts';
import { useBenchPort } from '../port/bench-port.ts';
import { BigChoice } from '../steps/big-choice.tsx';
import { FindingsPanel } from '../steps/findings-panel.tsx';
import type { StepProps } from '../steps/step-props.ts';
import { AnswersPanel } from './answers-panel.tsx';
import { EarlierFindings } from './earlier-findings.tsx';
import { EarlierPanel } from './earlier-panel.tsx';
import { FollowUpsPanel } from './follow-ups-panel.tsx';
import { OutcomePanel, statesOfDraft } from './outcome-panel.tsx';
import { SignTable } from './sign-table.tsx';

interface SignStepProps extends StepProps {
  /** Sends what is not sent yet; the version to sign, or null when the server does not have it. */
  readonly flush: () => Promise<number | null>;
  /** Called after signing: deletes the entries from this device. */
  readonly signed: () => void;
  readonly goTo: (stationId: string) => void;
}

const EMPTY = { note: '' };
const OUT_OF_SPEC = {
  words: 'A valve is out of spec, and it says that there is nothing to adjust. Choose how it ends, or gauge it again.',
  station: 'sign',
};

/** The content of the record, and the signature. */
export function SignStep({ unit: subject, by, draft, change, flush, signed, goTo }: SignStepProps) {
  const { family } = subject;
  const { sign, leadsTo, Meter } = useBenchPort();
  const navigate = useNavigate();
  const [form] = Form.useForm<typeof EMPTY>();
  const note = Form.useWatch('note', form) ?? '';
  const [unsaved, setUnsaved] = useState(false);
  // Asked while the shop has every adjusted engine turned over and gauged again.
  const asks = family.rules.recheck === 'always' && draft.valves.some(({ adjusted }) => adjusted);
  const answered = typeof draft.turnedOver === 'string';
  const left = stillOff(draft.work ?? {});
  const missing = [
    ...missingParts(draft, asks && !answered),
    ...(contradictsGaps(draft.work?.outcome ?? null, statesOfDraft(by, draft)) ? [OUT_OF_SPEC] : []),
    ...(left.length > 0 && note.trim() === ''
      ? [{ words: `Still off: ${left.join(', ')}. Tick it back on, or say in the note why.`, station: 'close' }]
      : []),
  ];
  const sayTurnedOver = (turnedOver: TurnedOver): void => {
    change((before) => ({ ...before, turnedOver }));
    document.getElementById('sign_note')?.focus();
  };
  useTurnedOverKeys(asks, sayTurnedOver);

  const send = async ({ note: typed }: typeof EMPTY): Promise<Problem | null | typeof NOT_DONE> => {
    if (missing.length > 0) {
      document.getElementById('state-missing')?.focus();
      return NOT_DONE;
    }
    const version = await flush();
    setUnsaved(version === null);
    if (version === null) return NOT_DONE;
    const ended = await sign(version, typed);
    if (ended.kind === 'refused') return ended.problem;
    signed();
    void navigate(leadsTo, { state: { signed: signedText(ended.check) } });
    return null;
  };
  return (
    <main className="bench-work">
      <h2>Sign</h2>
      <SignTable by={by} draft={draft} />
      <OutcomePanel by={by} draft={draft} change={change} />
      <EarlierPanel draft={draft} change={change} />
      <FollowUpsPanel draft={draft} change={change} />
      <AnswersPanel draft={draft} change={change} />
      <EarlierFindings draft={draft} change={change} />
      <FindingsPanel by={by} draft={draft} change={change} />
      {asks && <TurnedOverQuestion said={draft.turnedOver ?? null} say={sayTurnedOver} />}
      {Meter !== null && <HoursAsked Meter={Meter} />}
      <NotStated unit={subject} draft={draft} />
      <MissingParts missing={missing} goTo={goTo} />
      <ShopForm
        name="sign"
        form={form}
        large
        className="sign-form"
        initial={EMPTY}
        submit="Sign the check"
        send={send}
        below={
          <>
            <p className="muted">A signed check cannot be changed. The unit’s status follows at once.</p>
            {unsaved && (
              <p className="field-wrong">Not everything is saved yet. See the line at the top, then sign again.</p>
            )}
          </>
        }
      >
        <SigningAs />
        <ShopField name="note" label="Note: what was done, parts, seal, what the next person should know">
          <Input.TextArea rows={3} maxLength={TEXT_LIMITS.SignCheckDto.note} />
        </ShopField>
      </ShopForm>
    </main>
  );
}

/**
 * Asks for a meter reading when the last one is older than a day, because the interval starts at the hours of the
 * check.
 */
function HoursAsked({ Meter }: { readonly Meter: ComponentType }) {
  const status = useBenchPort().useStatus();
  const [openedAt] = useState(() => Date.now());
  if (status === undefined) return null;
  const { hoursReadAt } = status;
  if (hoursReadAt !== null && openedAt - Date.parse(hoursReadAt) < FRESH_MS) return null;
  return (
    <section className="sign-hours">
      <p className="words-undecided">
        {hoursReadAt === null
          ? 'This meter was never read.'
          : `The meter was last read ${agoText(hoursReadAt, new Date())}.`}{' '}
        Read it now, or sign without.
      </p>
      <Meter />
    </section>
  );
}

/** A reading of today or last night is good enough. */
const FRESH_MS = 20 * 3_600_000;

interface Missing {
  readonly words: string;
  readonly station: string;
}

function missingParts({ engine, position, valves, work = {} }: CheckDto['draft'], asksTurnedOver: boolean): Missing[] {
  const outcome = work.outcome ?? null;
  const gauged = valves.some(({ found, adjusted }) => found.length > 0 || adjusted);
  const blind = valves.find(isSetBlind);
  const missing: (Missing | false)[] = [
    !gauged &&
      outcome === null && {
        words: 'No valve has been gauged yet. Gauge one, or say above how it ends.',
        station: `found-${valveKey(valves[0] ?? { cylinder: 1, kind: 'intake', ordinal: 1 })}`,
      },
    blind !== undefined && {
      words: 'A valve was set without a gap as found. Turn the engine over and gauge that valve again.',
      station: `left-${valveKey(blind)}`,
    },
    gauged && engine === null && { words: 'Say whether the engine was cold or warm.', station: 'temperature' },
    asksTurnedOver && { words: 'Say whether the engine was turned over and gauged again.', station: 'sign' },
    gauged && position === null && { words: 'Say how the position was found.', station: 'position' },
    lacksFollowUp(work) && { words: 'Say what is still to be done, or leave it out.', station: 'sign' },
  ];
  return missing.filter((each) => each !== false);
}

/** The outcome requires a follow-up, or one was begun, and its work is not stated. */
function lacksFollowUp({ outcome, followUps = [] }: WorkDto): boolean {
  if (followUps.some(({ what }) => what.trim() === '')) return true;
  return !!outcome && needsFollowUp(outcome) && followUps.length === 0;
}

const RECHECKED = [
  { value: 'gauged-again', words: 'Turned over, gauged again' },
  { value: 'not-done', words: 'Not done' },
] as const satisfies readonly { value: TurnedOver; words: string }[];

/** The message on the unit's page after signing. */
function signedText(check: CheckDto): string {
  const states = statesLeft(check);
  const outcome = outcomeOfCheck(check);
  const outside = states.filter(({ state }) => state === 'tight' || state === 'loose').length;
  if (outcome === 'left-out')
    return `Signed. ${outside === 1 ? 'One valve is' : `${outside} valves are`} left out of spec: the unit stays in.`;
  if ((check.draft.work?.followUps?.length ?? 0) > 0)
    return `Signed: ${OUTCOME_WORDS[outcome].toLowerCase()}. The unit stays in until the rest is done.`;
  const gauged = states.filter(({ state }) => state !== null);
  return gauged.length > 0 && gauged.every(({ state }) => state === 'inside')
    ? 'Signed. Every valve gauged was left in spec.'
    : 'Signed. Not every valve is proven in spec: see the status.';
}

interface QuestionProps {
  readonly said: TurnedOver | null;
  readonly say: (turnedOver: TurnedOver) => void;
}

/** Asked while the shop has every adjusted engine turned over and gauged again. */
const TurnedOverQuestion = ({ said, say }: QuestionProps) => (
  <section aria-labelledby="turned-over">
    <h3 id="turned-over">After adjusting: turned over by hand and gauged again?</h3>
    <p className="muted">
      Two or three turns by hand let push rods, springs and decompressor settle; a gap often moves by a little.
    </p>
    <div className="big-choices" role="radiogroup" aria-labelledby="turned-over">
      {RECHECKED.map(({ value, words }, index) => (
        <BigChoice
          key={value}
          keyName={String(index + 1)}
          role="radio"
          words={words}
          chosen={said === value}
          choose={() => say(value)}
        />
      ))}
    </div>
  </section>
);

/** Everything that prevents signing, each with a link to its step. */
const MissingParts = ({
  missing,
  goTo,
}: {
  readonly missing: readonly Missing[];
  readonly goTo: (stationId: string) => void;
}) => (
  <>
    {missing.map(({ words, station }, index) => (
      <p key={words} className="field-wrong">
        {words}{' '}
        {station !== 'sign' && (
          <Button id={index === 0 ? 'state-missing' : undefined} onClick={() => goTo(station)}>
            {/^(?:found|left)-/.test(station) ? 'Gauge it' : 'Fill it in'}
          </Button>
        )}
      </p>
    ))}
  </>
);

/** Steps without an entry. */
function NotStated({ unit: { family }, draft }: Pick<StepProps, 'unit' | 'draft'>) {
  const notStated = checkSteps(family.sheet, family.rules.stepsOff).filter((step) => !isStated(step, draft));
  return (
    <>
      {notStated.length > 0 && (
        <p className="muted">
          Not stated: {notStated.map((step) => STEP_WORDS[step].toLowerCase()).join(', ')}. The record will say so.
        </p>
      )}
    </>
  );
}

/** Whose name goes under the check; at a shared tablet another person can take over. */
function SigningAs() {
  const me = useMe();
  const dispatch = useDispatch();
  return (
    <p className="sign-as">
      Signing as <b>{me.name}</b> <span className="mark-chip">{me.initials}</span>
      {me.device !== null && <Button onClick={() => dispatch(switchAsked())}>Not you? Switch person</Button>}
    </p>
  );
}

function useTurnedOverKeys(asks: boolean, sayTurnedOver: (turnedOver: TurnedOver) => void): void {
  useKeys(
    asks
      ? RECHECKED.map(({ value, words }, index) => ({
          key: String(index + 1),
          what: words,
          run: () => sayTurnedOver(value),
        }))
      : [],
  );
}
