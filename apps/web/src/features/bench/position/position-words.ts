import type { FamilyDto, Position } from '../../../shared/api/index.ts';

/** The sign to look for, by method of finding the position. */
const HINTS: Record<Position, string> = {
  'compression-tdc':
    'Turn until air pushes out of the plug hole, then on to where the piston stands at the top. Both rockers of that cylinder are slack.',
  'past-compression-tdc':
    'Find the top of compression first, then turn on by the stated travel until the starting aid has let go. Both rockers stay slack.',
  'flywheel-mark':
    'Bring the mark to its pointer. Marks can be wrong on an old engine, and the mark also comes at overlap: both rockers must be slack.',
  'cam-wheel-mark':
    'Bring the mark of the cam wheel to its line. The cam wheel turns half as fast as the crank: once in two turns.',
  'other-valve-open':
    'Turn until the other valve of the cylinder is pushed fully open. Then this one is shut. No mark is needed.',
  'timing-pin': 'Turn slowly until the pin drops in. Take it out before you turn on.',
  'both-rockers-slack':
    'Turn until both rockers of the cylinder can be wiggled. Rock the crank a little: they must stay slack.',
  'feel-of-compression':
    'Turn by hand until it gets hard to turn, then on until it gives. That is just past the top of compression.',
  other: 'Go by what is written on the sheet.',
  unconfirmed: 'Gaps are saved and not evaluated until the position is sure.',
};

/** On a diesel the injectors usually stay in: top is found without a hole. */
const DIESEL_TOP =
  'Turn until it gets hard to turn, then on to the timing mark: both rockers of that cylinder are slack, and stay slack when the crank is rocked. With a glow plug or an injector out, air pushes out of that hole first.';

/** Overlap is one turn from compression top in every case. */
const NO_HOLE_TOP =
  'No hole is opened on this engine. Turn until the exhaust has just shut and the intake begins to open: that is overlap. One full turn on is the top of compression: both rockers are slack, and stay slack when the crank is rocked.';

/** Whether the sheet lists what comes off, and neither a plug nor an injector is among it. */
const leavesHoleShut = ({ comesOff }: Sheet): boolean =>
  comesOff.length > 0 && !comesOff.some((each) => /\bplugs?$|inject/i.test(each));

type Sheet = Pick<FamilyDto['sheet'], 'fuel' | 'comesOff'>;

export function positionHint(position: Position, sheet: Sheet): string {
  if (position !== 'compression-tdc') return HINTS[position];
  if (sheet.fuel === 'diesel') return DIESEL_TOP;
  return leavesHoleShut(sheet) ? NO_HOLE_TOP : HINTS[position];
}
