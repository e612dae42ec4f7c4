import { plainText } from '@sturdy-shim/core';
import { useBladeBiasQuery } from '../../shared/api/index.ts';

/** Blades that disagree with their neighbors over many checks, to be measured with a micrometer. */
export function BladesInDoubt({ setId }: { readonly setId: string }) {
  const { data: biases = [] } = useBladeBiasQuery({ id: setId });
  const named = biases.filter(({ toMeasure }) => toMeasure);
  if (named.length === 0) return null;
  return (
    <p className="words-undecided" role="note">
      <b>Measure {named.map(({ blade }) => plainText(blade.printed)).join(' and ')} with a micrometer.</b> Over{' '}
      {Math.max(...named.map(({ gaugings }) => gaugings))} gaugings they disagree by more than chance: one of them is
      worn or stamped wrong.
    </p>
  );
}
