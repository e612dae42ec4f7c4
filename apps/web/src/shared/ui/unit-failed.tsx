import { problemOf } from '../api/index.ts';
import { PageFrame } from './frame/index.ts';

interface UnitFailedProps {
  readonly tag: string;
  readonly error: NonNullable<Parameters<typeof problemOf>[0]>;
  readonly retry: () => void;
}

/** The page of a unit that does not exist, or that could not be loaded. */
export const UnitFailed = ({ tag, error, retry }: UnitFailedProps) =>
  problemOf(error)?.code === 'no-such-unit' ? (
    <PageFrame title={`No unit has the tag ${tag}.`} sentence="Search for it at the top by its serial or its kind." />
  ) : (
    <PageFrame title={tag} asked={{ what: 'This unit', data: undefined, error, retry }} />
  );
