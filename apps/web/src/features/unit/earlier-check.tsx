import { Button, Form, Input, Segmented, Select } from 'antd';
import { valvesOf, type LengthUnit, type Valve } from '@sturdy-shim/core';
import { useRef, useState } from 'react';
import {
  type FamilyDto,
  type Problem,
  TEXT_LIMITS,
  newId,
  problemOf,
  useEnterPastCheckMutation,
} from '../../shared/api/index.ts';
import { readFigure, valveText } from '../../shared/format/index.ts';
import { useShopUnit } from '../../shared/preferences/index.ts';
import { BOUND_DAY, DayField, FormDialog, ShopField, ShopForm, unreadable } from '../../shared/ui/index.ts';

interface EarlierCheckProps {
  readonly tag: string;
  readonly family: FamilyDto;
}

/** Enters a check that was done elsewhere or earlier, as it was written. */
export function EarlierCheck({ tag, family }: EarlierCheckProps) {
  const [open, setOpen] = useState(false);
  return (
    <>
      <Button size="small" className="no-print" onClick={() => setOpen(true)}>
        Enter an earlier check
      </Button>
      {open && <EarlierCheckForm tag={tag} family={family} close={() => setOpen(false)} />}
    </>
  );
}

interface Written {
  readonly doneOn: string;
  readonly hours: string;
  readonly doneBy: string;
  readonly engine: 'cold' | 'warm';
  readonly unit: LengthUnit;
  readonly note: string;
  /** In the order of the valves of the family. */
  readonly valves: readonly { readonly found: string; readonly left: string }[];
}

const LIMITS = TEXT_LIMITS.NewPastCheckDto;

function EarlierCheckForm({ tag, family, close }: EarlierCheckProps & { readonly close: () => void }) {
  const valves = valvesOf(family);
  const gaps = useShopUnit();
  // Stable until the server has it, so that a repeated request counts once.
  const id = useRef(newId());
  const [initial] = useState<Written>(() => ({
    doneOn: '',
    hours: '',
    doneBy: '',
    engine: family.temperature === 'warm' ? 'warm' : 'cold',
    unit: gaps === 'mm' ? 'mm' : 'thou',
    note: '',
    valves: valves.map(() => ({ found: '', left: '' })),
  }));
  const [enter] = useEnterPastCheckMutation();
  const send = async ({ hours, valves: written, ...rest }: Written): Promise<Problem | null> => {
    const figure = hours.trim() === '' ? null : readFigure(hours, '412.6');
    if (figure !== null && !figure.ok) return unreadable({ hours: figure.problem });
    const { error } = await enter({
      tag,
      newPastCheckDto: {
        ...rest,
        id: id.current,
        hours: figure === null ? null : figure.value,
        valves: valves.map((valve, index) => ({ ...valve, ...written[index] })),
      },
    });
    const problem = problemOf(error);
    if (problem === null) close();
    return problem;
  };
  return (
    <FormDialog title={`An earlier check of ${tag}`} width={720} close={close}>
      {(changed) => (
        <ShopForm name="earlier" initial={initial} submit="Enter the check" send={send} changed={changed}>
          <p className="muted">
            For a check on paper, from another notebook or by a dealer. It counts at its own date, and stays marked as
            entered later.
          </p>
          <div className="earlier-row">
            <ShopField name="doneOn" label="Done on" trigger="change" needed="Give the day on which it was done.">
              <DayField required {...BOUND_DAY} />
            </ShopField>
            <ShopField name="hours" label="Engine hours, if written">
              <Input className="mono" inputMode="decimal" suffix="h" />
            </ShopField>
            <ShopField name="doneBy" label="Done by">
              <Input maxLength={LIMITS.doneBy} placeholder="Name, dealer or notebook" />
            </ShopField>
          </div>
          <div className="earlier-row">
            <ShopField name="engine" label="The engine was">
              <Segmented
                options={[
                  { value: 'cold', label: 'cold' },
                  { value: 'warm', label: 'warm' },
                ]}
              />
            </ShopField>
            <ShopField name="unit" label="Gaps are in">
              <Select<LengthUnit>
                aria-label="Gaps are in"
                options={(['mm', 'thou', 'in'] as const).map((unit) => ({ value: unit, label: unit }))}
              />
            </ShopField>
          </div>
          <GapTable valves={valves} cylinders={family.cylinders} />
          <ShopField name="note" label="Note">
            <Input.TextArea maxLength={LIMITS.note} rows={2} />
          </ShopField>
        </ShopForm>
      )}
    </FormDialog>
  );
}

/** One row a valve, with the gaps as they are written. */
function GapTable({ valves, cylinders }: { readonly valves: readonly Valve[]; readonly cylinders: number }) {
  const example = Form.useWatch('unit', Form.useFormInstance<Written>()) === 'thou' ? THOU : MM;
  return (
    <>
      <table className="earlier-gaps">
        <thead>
          <tr>
            <th scope="col">Valve</th>
            <th scope="col">As found</th>
            <th scope="col">As left</th>
          </tr>
        </thead>
        <tbody>
          {valves.map((valve, index) => (
            <tr key={valveText(valve, cylinders)}>
              <th scope="row">{valveText(valve, cylinders)}</th>
              {(['found', 'left'] as const).map((phase) => (
                <td key={phase}>
                  <ShopField name={['valves', index, phase]}>
                    <Input
                      className="mono"
                      maxLength={40}
                      aria-label={`${valveText(valve, cylinders)}, as ${phase}`}
                      autoComplete="off"
                    />
                  </ShopField>
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
      <p className="muted">
        As it was written: <span className="mono">{example.figure}</span> one figure,{' '}
        <span className="mono">{example.range}</span> from and to, <span className="mono">&gt;{example.over}</span> a
        blade that went free, <span className="mono">&lt;{example.under}</span> one that did not go in,{' '}
        <span className="mono">drag {example.figure}</span>, or <b>in spec</b>. Leave empty what is not written; a valve
        with a gap as left was adjusted.
      </p>
    </>
  );
}

const MM = { figure: '0.14', range: '0.12-0.16', over: '0.20', under: '0.10' } as const;
const THOU = { figure: '5.5', range: '5-6', over: '8', under: '4' } as const;
