import { Button, Form, Input, type InputRef } from 'antd';
import { useEffect, useRef, useState } from 'react';
import { TEXT_LIMITS, problemOf, useSignInByPinMutation, type BenchDeviceDto } from '../../shared/api/index.ts';
import { ProblemNote, ShopField } from '../../shared/ui/index.ts';
import { useEntered } from './use-entered.ts';

const DIGITS = ['1', '2', '3', '4', '5', '6', '7', '8', '9', '⌫', '0', 'In'] as const;

const EMPTY = { pin: '' };
const AS_FORM = { name: 'pin-board', layout: 'vertical', className: 'sign-in-form', initialValues: EMPTY } as const;
const LONGEST = TEXT_LIMITS.PinSignInDto.pin;

/** Sign-in at a shared tablet: initials and a PIN, by touch or typed. */
export function PinBoard({ device }: { readonly device: BenchDeviceDto }) {
  const [initials, setInitials] = useState<string | null>(null);
  const [form] = Form.useForm<typeof EMPTY>();
  const setPin = (pin: string): void => form.setFieldsValue({ pin });
  const field = useRef<InputRef>(null);
  const [signIn, { error, isLoading, reset }] = useSignInByPinMutation();
  const entered = useEntered();
  // The field shows itself only when a person is chosen.
  useEffect(() => {
    if (initials !== null) field.current?.focus();
  }, [initials]);
  const send = async ({ pin }: typeof EMPTY): Promise<void> => {
    if (initials === null || pin === '') return;
    if (!entered(await signIn({ pinSignInDto: { initials, pin } }))) {
      setPin('');
      field.current?.focus();
    }
  };
  const press = (digit: string): void => {
    const pin = form.getFieldValue('pin') as string;
    setPin(digit === '⌫' ? pin.slice(0, -1) : (pin + digit).slice(0, LONGEST));
  };
  if (device.people.length === 0)
    return <p className="muted">No one has a PIN yet. Sign in with a passphrase and choose one under your name.</p>;
  return (
    <Form form={form} {...AS_FORM} onFinish={(values) => void send(values)}>
      <WhoWorks
        device={device}
        chosen={initials}
        choose={(chosen) => {
          setInitials(chosen);
          setPin('');
          reset();
          field.current?.focus();
        }}
      />
      <div className="sign-in-pin" hidden={initials === null}>
        <ShopField name="pin" label="PIN" normalize={(typed: string) => typed.replace(/\D/g, '')}>
          <Input
            ref={field}
            className="mono"
            type="password"
            size="large"
            inputMode="none"
            autoComplete="off"
            maxLength={LONGEST}
          />
        </ShopField>
        <PinPad isLoading={isLoading} press={press} />
      </div>
      <ProblemNote problem={problemOf(error)} />
    </Form>
  );
}

interface PinPadProps {
  readonly isLoading: boolean;
  readonly press: (digit: string) => void;
}

/** The digits for a thumb. */
const PinPad = ({ isLoading, press }: PinPadProps) => (
  <div className="sign-in-pad">
    {DIGITS.map((digit) => (
      <Button
        key={digit}
        size="large"
        type={digit === 'In' ? 'primary' : 'default'}
        htmlType={digit === 'In' ? 'submit' : 'button'}
        loading={digit === 'In' && isLoading}
        aria-label={digit === '⌫' ? 'Delete the last digit' : digit === 'In' ? 'Sign in' : digit}
        onClick={() => digit !== 'In' && press(digit)}
      >
        {digit}
      </Button>
    ))}
  </div>
);

interface WhoWorksProps {
  readonly device: BenchDeviceDto;
  readonly chosen: string | null;
  readonly choose: (initials: string) => void;
}

function WhoWorks({ device, chosen, choose }: WhoWorksProps) {
  const firstPerson = useRef<HTMLButtonElement>(null);
  useEffect(() => firstPerson.current?.focus(), []);
  return (
    <fieldset className="sign-in-people">
      <legend>{device.name}: who works here?</legend>
      {device.people.map((person, index) => (
        <button
          key={person.initials}
          type="button"
          ref={index === 0 ? firstPerson : undefined}
          aria-pressed={chosen === person.initials}
          onClick={() => choose(person.initials)}
        >
          <b className="mono">{person.initials}</b>
          <span>{person.name}</span>
        </button>
      ))}
    </fieldset>
  );
}
