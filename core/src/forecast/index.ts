export { fitMold, fitRelease, type MoldEffects, type ReleaseModel } from './fit.js';
export { ACCEPTED_RISK, forecastMold, outlookOf, type FanPoint, type MoldOutlook, type ReleaseForecast } from './forecast.js';
export { readShop, type MoldEvent, type MoldRecord, type PullState } from './shop-record.js';
export { statesNow } from './features.js';
