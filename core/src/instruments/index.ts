export {
  instrumentKinds,
  instrumentLine,
  LINE_PROTOCOL,
  LONGEST_LINE,
  MOST_CHANNELS,
  readHello,
  readInstrumentLine,
  type InstrumentKind,
  type InstrumentLine,
} from './lines.js';
export { heard, latestReading, told, type LatestReading } from './latest.js';
export { standInAir, standInLogger, standInRoom, standInScale, type StandIn, type StandInProbe, type StandInScale } from './stand-ins.js';
