export {
  WEEKDAYS,
  closedFields,
  forecastFields,
  openingFields,
  seasonFields,
  shopFields,
  shopPersonFields,
  shopPlaceFields,
  shopPlaceKinds,
  skills,
  seasonAt,
  usualShop,
  type ClosedDays,
  type ForecastHour,
  type Opening,
  type Season,
  type ShopCalendar,
  type ShopPerson,
  type ShopPlace,
} from './shop-calendar.js';
export { assumedSpells, checkShop, openSpells, presence, spellsWith, without, type Spell } from './shop-hours.js';
export { readForecast, shopAirOf, type ShopAir } from './shop-air.js';
