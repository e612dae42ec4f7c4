import { Foundation1795000000000 } from './1795000000000-foundation.ts';
import { Turning1795500000000 } from './1795500000000-turning.ts';
import { PeopleAndRecord1796000000000 } from './1796000000000-people-and-record.ts';
import { Register1796500000000 } from './1796500000000-register.ts';
import { HouseRulesAndAttachments1797000000000 } from './1797000000000-house-rules-and-attachments.ts';
import { NamesAndDays1798000000000 } from './1798000000000-names-and-days.ts';
import { VariantsAndParticulars1800000000000 } from './1800000000000-variants-and-particulars.ts';
import { FollowUps1801000000000 } from './1801000000000-follow-ups.ts';
import { Projection1802000000000 } from './1802000000000-projection.ts';
import { LargeFleets1803000000000 } from './1803000000000-large-fleets.ts';
import { ReadingsInBulk1804000000000 } from './1804000000000-readings-in-bulk.ts';
import { BoundsOfRows1805000000000 } from './1805000000000-bounds-of-rows.ts';
import { StateOfEngines1806000000000 } from './1806000000000-state-of-engines.ts';
import { RestAndWarm1807000000000 } from './1807000000000-rest-and-warm.ts';
import { NotStated1808000000000 } from './1808000000000-not-stated.ts';
import { ShopLocale1810000000000 } from './1810000000000-shop-locale.ts';
import { PastChecks1811000000000 } from './1811000000000-past-checks.ts';
import { UnitFacts1809000000000 } from './1809000000000-unit-facts.ts';
import { StandardNames1799000000000 } from './1799000000000-standard-names.ts';
import { SlowerGuessing1798500000000 } from './1798500000000-slower-guessing.ts';
import { MetersAndFigures1797500000000 } from './1797500000000-meters-and-figures.ts';

/** One ordered list. A migration is never edited after it landed. */
export const MIGRATIONS = [
  Foundation1795000000000,
  Turning1795500000000,
  PeopleAndRecord1796000000000,
  Register1796500000000,
  HouseRulesAndAttachments1797000000000,
  MetersAndFigures1797500000000,
  NamesAndDays1798000000000,
  SlowerGuessing1798500000000,
  StandardNames1799000000000,
  VariantsAndParticulars1800000000000,
  FollowUps1801000000000,
  Projection1802000000000,
  LargeFleets1803000000000,
  ReadingsInBulk1804000000000,
  BoundsOfRows1805000000000,
  StateOfEngines1806000000000,
  RestAndWarm1807000000000,
  NotStated1808000000000,
  UnitFacts1809000000000,
  ShopLocale1810000000000,
  PastChecks1811000000000,
];
