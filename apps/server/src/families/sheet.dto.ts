import { FUELS, GAUGING_FLOWS, MAKE_SAFE, type TimingFacts } from '@sturdy-shim/core';
import {
  ChoiceField,
  CountField,
  FlagField,
  NestedField,
  NestedListField,
  NumberField,
  NumbersField,
  TextField,
  TextsField,
} from '../platform/index.ts';
import {
  BLADE_SHAPES,
  type CoverScrews,
  type FamilySheet,
  RELEASE_FIRST,
  SEALS,
  type SheetItem,
  TORQUE_UNITS,
  TURN_BY,
} from './sheet.ts';

const SHIM_MM = { min: 0.3, max: 20, unit: 'mm', example: 2.4, nullable: true } as const;

export class PublishedTorqueDto {
  @TextField({ max: 60, description: 'Which screw or nut.' })
  what!: string;
  @NumberField({ min: 0.1, max: 1000, unit: 'the printed unit', example: 9.5 })
  value!: number;
  @ChoiceField(TORQUE_UNITS, { name: 'TorqueUnit' })
  unit!: (typeof TORQUE_UNITS)[number];
}

export class SheetItemDto implements SheetItem {
  @TextField({ max: 80, description: 'What it is.' })
  name!: string;
  @TextField({ max: 40, min: 0, description: 'Its size, as written on it.' })
  size!: string;
  @CountField({ min: 1, max: 100 })
  count!: number;
  @TextField({ max: 60, min: 0, description: 'Part number, as the shop writes it.' })
  number!: string;
  @TextField({ max: 120, min: 0, description: 'Where it goes back, or what it is for.' })
  place!: string;
}

const PLACES = { min: 1, max: 40, maxItems: 40, unit: 'place' } as const;

export class CoverScrewsDto implements CoverScrews {
  @CountField({ min: 1, max: 40, description: 'As a ring, numbered clockwise from the top.' })
  count!: number;
  @NumbersField({ ...PLACES, description: 'Places of the long ones.' })
  long!: number[];
  @NumbersField({ ...PLACES, description: 'Places in the order of tightening; crosswise when empty.' })
  order!: number[];
}

const BEFORE = { min: -90, max: 180, unit: 'degrees' } as const;
const RELEASE = { min: -360, max: 180, unit: 'degrees past compression top' } as const;

export class ReleaseDto {
  @ChoiceField(['intake', 'exhaust'] as const, { name: 'ValveKind' })
  valve!: 'intake' | 'exhaust';
  @NumberField({ ...RELEASE, example: -95 })
  from!: number;
  @NumberField({ ...RELEASE, example: -12 })
  to!: number;
}

export class TimingDto implements TimingFacts {
  @NumberField({ ...BEFORE, example: 15 })
  intakeOpensBeforeTop!: number;
  @NumberField({ ...BEFORE, example: 50 })
  intakeClosesAfterBottom!: number;
  @NumberField({ ...BEFORE, example: 50 })
  exhaustOpensBeforeBottom!: number;
  @NumberField({ ...BEFORE, example: 15 })
  exhaustClosesAfterTop!: number;
  @NestedField(() => ReleaseDto, { nullable: true, description: 'Where a starting aid lifts a valve.' })
  release!: ReleaseDto | null;
}

export class FamilySheetDto implements FamilySheet {
  @ChoiceField(FUELS, { name: 'Fuel', nullable: true })
  fuel!: FamilySheet['fuel'];
  @NumbersField({
    min: 0,
    max: 720,
    maxItems: 16,
    unit: 'degrees',
    description: 'Where in the cycle each cylinder fires.',
  })
  firesAtDeg!: number[];
  @TextField({ max: 60, min: 0 })
  intakeSide!: string;
  @TextField({ max: 60, min: 0 })
  exhaustSide!: string;
  @TextField({ max: 80, min: 0, description: 'Running direction, and from where it is seen.' })
  rotation!: string;
  @NestedField(() => TimingDto, { nullable: true, description: 'When its valves open and shut.' })
  timing!: TimingDto | null;
  @NumberField({ min: 0.5, max: 100, unit: 'mm', example: 7, nullable: true, description: 'Piston travel past top.' })
  pastTopMm!: number | null;
  @NumberField({ min: 20, max: 1000, unit: 'mm', example: 160, nullable: true, description: 'Width of the flywheel.' })
  rimMm!: number | null;
  @CountField({ min: 2, max: 200, nullable: true, description: 'Fins or teeth around it.' })
  fins!: number | null;
  @TextsField({ max: 80, maxItems: 20, description: 'What comes off, in that order.' })
  comesOff!: string[];
  @FlagField({ description: 'Loose caps sit on the stems.' })
  stemCaps!: boolean;
  @NumberField({ ...SHIM_MM, description: 'The thinnest shim that can be had.' })
  shimFromMm!: number | null;
  @NumberField({ ...SHIM_MM, description: 'The thickest one.' })
  shimToMm!: number | null;
  @NumberField({ min: 0.005, max: 1, unit: 'mm', example: 0.05, nullable: true, description: 'From one to the next.' })
  shimStepMm!: number | null;
  @ChoiceField(GAUGING_FLOWS, {
    name: 'GaugingFlow',
    nullable: true,
    description: 'In which order its valves are usually worked; stop by stop when null.',
  })
  usualFlow!: FamilySheet['usualFlow'];
  @ChoiceField(TURN_BY, { name: 'TurnBy', nullable: true, description: 'What the engine is turned by.' })
  turnBy!: FamilySheet['turnBy'];
  @ChoiceField(RELEASE_FIRST, { name: 'ReleaseFirst', array: true, description: 'Before it is turned.' })
  releaseFirst!: FamilySheet['releaseFirst'];
  @TextField({ max: 160, min: 0 })
  compressionRelease!: string;
  @TextField({ max: 300, min: 0 })
  mark!: string;
  @ChoiceField(MAKE_SAFE, { name: 'MakeSafe', array: true, description: 'Asked at the bench; by its fuel when empty.' })
  makeSafe!: FamilySheet['makeSafe'];
  @NestedField(() => CoverScrewsDto, { nullable: true })
  coverScrews!: CoverScrewsDto | null;
  @NestedListField(() => PublishedTorqueDto, { maxItems: 20 })
  torques!: PublishedTorqueDto[];
  @ChoiceField(SEALS, { name: 'SealRule', nullable: true })
  seal!: FamilySheet['seal'];
  @TextField({ max: 160, min: 0 })
  sealNote!: string;
  @NumberField({ min: 0, max: 200, unit: 'hours', example: 1, nullable: true, description: 'Before oil and running.' })
  sealCureHours!: number | null;
  @NestedListField(() => SheetItemDto, { maxItems: 30 })
  parts!: SheetItemDto[];
  @NestedListField(() => SheetItemDto, { maxItems: 30 })
  tools!: SheetItemDto[];
  @ChoiceField(BLADE_SHAPES, { name: 'BladeShape', nullable: true })
  bladeShape!: FamilySheet['bladeShape'];
  @TextField({ max: 120, min: 0 })
  season!: string;
}
