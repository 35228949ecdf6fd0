import { choice, day, id, list, name, number, optional, part, text, type PartOf, type Value } from '../plan/fields/field.js';
import { airPointFields, heatingFields } from '../plan/section-plan.js';
import { initialPart } from '../plan/fields/initial.js';

export const WEEKDAYS = ['Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday', 'Sunday'] as const;

const weekday = choice('Day', WEEKDAYS, 'Monday');

export const openingFields = {
  day: weekday,
  fromHour: number('From', 'h', [0, 24], { initial: 7 }),
  toHour: number('Until', 'h', [0, 24], { initial: 18 }),
};
/** The shop is open; two on one day leave a break between them. */
export type Opening = PartOf<typeof openingFields>;

export const closedFields = {
  from: day('From'),
  to: day('To'),
  why: text('Why', 80, { least: 0, initial: '' }),
};
/** Days on which nobody is there, both included. */
export type ClosedDays = PartOf<typeof closedFields>;

const skill = choice('Skill', ['gel coat', 'laminating', 'infusion', 'finishing', 'joinery']);
export type Skill = Value<typeof skill>;
export const skills = skill.choices;

export const shopPersonFields = {
  id,
  name,
  skills: list('Skills', skill, { entry: 'skill', most: 10 }),
  /** Shift; left out: as the shop is open */
  fromHour: optional(number('From', 'h', [0, 24], { initial: 7 })),
  toHour: optional(number('Until', 'h', [0, 24], { initial: 18 })),
  absent: list('Absent', part('Absence', closedFields), { entry: 'absence', most: 60 }),
};
export type ShopPerson = PartOf<typeof shopPersonFields>;

const placeKind = choice('It is', ['bench', 'booth', 'oven']);
export type ShopPlaceKind = Value<typeof placeKind>;
export const shopPlaceKinds = placeKind.choices;

export const shopPlaceFields = {
  id,
  name,
  kind: placeKind,
  /** Longest and widest mold that goes in; left out: any */
  lengthMm: optional(number('Length', 'mm', [100, 30000], { digits: 0 })),
  widthMm: optional(number('Width', 'mm', [100, 30000], { digits: 0 })),
  /** Of an oven; left out: not known */
  highestC: optional(number('Highest', '°C', [20, 250], { quantity: 'temperature' })),
};
export type ShopPlace = PartOf<typeof shopPlaceFields>;

export const seasonFields = {
  /** It begins each year on this day, MM-DD */
  fromDay: text('From', 5),
  meanC: number('Mean', '°C', [0, 45], { initial: 20, quantity: 'temperature' }),
  swingC: number('Day and night, ±', 'K', [0, 15], { initial: 1.5, quantity: 'temperatureDifference', digits: 1 }),
  warmestHour: number('Warmest at', 'h', [0, 24], { initial: 15 }),
  humidityPct: number('Humidity', '%', [5, 100], { initial: 55, digits: 0 }),
  heating: optional(part('Heating', heatingFields)),
};
/** The air of the shop over a day, from a day of the year on. */
export type Season = PartOf<typeof seasonFields>;

/** Day and hour, YYYY-MM-DD HH:MM */
const hourText = text('At', 16, { least: 16 });

export const forecastFields = {
  at: hourText,
  tempC: airPointFields.tempC,
  humidityPct: airPointFields.humidityPct,
};
/** The shop's own air as it is foretold for an hour. */
export type ForecastHour = PartOf<typeof forecastFields>;

export const shopFields = {
  openings: list('Open', part('Opening', openingFields), { entry: 'opening', most: 28 }),
  closed: list('Closed', part('Closed days', closedFields), { entry: 'closed days', most: 200 }),
  people: list('People', part('Shop person', shopPersonFields), { entry: 'person', most: 60 }),
  places: list('Places', part('Shop place', shopPlaceFields), { entry: 'place', most: 60 }),
  seasons: list('Seasons', part('Season', seasonFields), { entry: 'season', most: 12 }),
  /** In order of time */
  forecast: optional(list('Forecast', part('Hour', forecastFields), { entry: 'hour', most: 400 })),
};
/** When the shop is open, who is there, where things are done, and how warm it is. */
export type ShopCalendar = PartOf<typeof shopFields>;

/** Open Monday to Friday, seven to six; nobody and nothing named. */
export function usualShop(): ShopCalendar {
  const openings = WEEKDAYS.slice(0, 5).map((one): Opening => ({ ...initialPart(openingFields), day: one }));
  return { openings, closed: [], people: [], places: [], seasons: [] };
}

/** The season that a date lies in: the one that began last, over the turn of the year too; null: none is named. */
export function seasonAt({ seasons }: Pick<ShopCalendar, 'seasons'>, date: string): Season | null {
  const day = date.slice(5);
  const inOrder = [...seasons].sort((a, b) => (a.fromDay < b.fromDay ? -1 : 1));
  return inOrder.findLast(({ fromDay }) => fromDay <= day) ?? inOrder.at(-1) ?? null;
}
