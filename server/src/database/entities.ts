import { BuildVersion } from '../builds/build-version.entity.js';
import { Build } from '../builds/build.entity.js';
import { CardVersion } from '../cards/card-version.entity.js';
import { CupTest } from '../cup-tests/cup-test.entity.js';
import { LaminateRecord } from '../cup-tests/laminate-record.entity.js';
import { StepLogEntry } from '../build-log/step-entry.entity.js';
import { StoredLot } from '../lots/lot.entity.js';
import { StoredShopCalendar } from '../shop/shop-calendar.entity.js';
import { Photo } from '../photos/photo.entity.js';
import { CalendarFeed } from '../feeds/calendar-feed.entity.js';
import { ShopPlan } from '../shop-plans/shop-plan.entity.js';
import { Device } from '../devices/device.entity.js';
import { Instrument, InstrumentWatch } from '../instruments/instrument.entity.js';
import { StoredMoldEntry } from '../molds/mold-entry.entity.js';
import { Mold } from '../molds/mold.entity.js';
import { Pull, Treatment } from '../molds/service-records.entity.js';
import { Person } from '../people/person.entity.js';
import { RightsChange } from '../people/rights-change.entity.js';

/** Every table that has an entity. */
export const entities = [
  Person,
  Build,
  BuildVersion,
  CardVersion,
  CupTest,
  LaminateRecord,
  Mold,
  Pull,
  Treatment,
  StoredMoldEntry,
  RightsChange,
  Device,
  StepLogEntry,
  Photo,
  StoredLot,
  StoredShopCalendar,
  CalendarFeed,
  ShopPlan,
  Instrument,
  InstrumentWatch,
];
