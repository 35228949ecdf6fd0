export { fitMold, fitRelease, type MoldEffects, type ReleaseModel } from './fit.js';
export { ACCEPTED_RISK, chanceAfter, forecastFan, forecastMold, type FanPoint, type ReleaseForecast } from './forecast.js';
export { readShop, type MoldEvent, type MoldRecord } from './shop-record.js';
