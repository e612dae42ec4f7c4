import { fromNewtonMetres, gapPerTurn, mm, toNewtonMetres } from '@sturdy-shim/core';
import { Link } from 'react-router';
import { type FamilyDto, type SheetItemDto, useAdjustingQuery, useListFamiliesQuery } from '../../shared/api/index.ts';
import { gapText, itemText, learnedTurnText } from '../../shared/format/index.ts';
import { useShopUnit } from '../../shared/preferences/index.ts';
import { fieldWords } from './family-field-words.ts';

/** Tools or parts, one per line. */
export function SheetItems({ title, items }: { readonly title: string; readonly items: readonly SheetItemDto[] }) {
  if (items.length === 0) return null;
  return (
    <>
      <h3>{title}</h3>
      <ul>
        {items.map((item, index) => (
          <li key={index}>{itemText(item)}</li>
        ))}
      </ul>
    </>
  );
}

type Torque = FamilyDto['sheet']['torques'][number];
const TORQUE_UNITS = ['N·m', 'lbf·ft', 'lbf·in'] as const satisfies readonly Torque['unit'][];

/** The published figure first, then its conversions. */
export function SheetTorques({ torques }: { readonly torques: readonly Torque[] }) {
  if (torques.length === 0) return null;
  return (
    <table className="ruled sheet-torques">
      <tbody>
        {torques.map(({ what, value, unit }, index) => (
          <tr key={index}>
            <th scope="row">{what}</th>
            <td className="mono">
              {value} {unit}
            </td>
            <td className="mono muted torque-also">
              {TORQUE_UNITS.filter((other) => other !== unit).map((other) => (
                <span key={other}>
                  {torqueText(fromNewtonMetres(toNewtonMetres(value, unit), other))} {other}{' '}
                </span>
              ))}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

/** A wrench is set to tenths below a hundred. */
const torqueText = (value: number): string => value.toFixed(value < 100 ? 1 : 0);

/** The overrides of a variant, or the variants of a base family. */
export function VariantLine({ family: { id, baseCode, ownFields } }: { readonly family: FamilyDto }) {
  const { data: families = [] } = useListFamiliesQuery();
  const variants = families.filter(({ baseId }) => baseId === id);
  if (baseCode !== null)
    return (
      <p>
        As <Link to={`/families/${encodeURIComponent(baseCode)}`}>{baseCode}</Link>
        {ownFields.length === 0 ? ', in everything.' : `, but with its own ${ownFields.map(fieldWords).join(', ')}.`}
      </p>
    );
  if (variants.length === 0) return null;
  return (
    <p>
      Variants:{' '}
      {variants.map(({ code }, index) => (
        <span key={code}>
          {index > 0 && ', '}
          <Link to={`/families/${encodeURIComponent(code)}`}>{code}</Link>
        </span>
      ))}
    </p>
  );
}

/** Effect of a full turn, by pitch and ratio and as learned from the shop's checks. */
export function WhatATurnDoes({ family: { id, turning } }: { readonly family: FamilyDto }) {
  const unit = useShopUnit();
  const { data: adjusting } = useAdjustingQuery({ id });
  const byGeometry = turning && gapPerTurn({ ...turning, pitchMm: mm(turning.pitchMm) });
  const learned = adjusting === undefined ? '' : learnedTurnText(adjusting.turn, byGeometry, unit);
  return (
    <>
      {turning !== null && byGeometry !== null && (
        <p>
          One full turn moves the gap by <b className="mono">{gapText(byGeometry, unit)}</b>
          <span className="muted">
            {' '}
            (pitch {turning.pitchMm} mm, rocker ratio {turning.rockerRatio})
          </span>
        </p>
      )}
      {learned !== '' && <p>{learned}</p>}
    </>
  );
}
