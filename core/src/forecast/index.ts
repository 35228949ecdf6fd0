export { fitMold, fitRelease, packModel, unpackModel, type MoldEffects, type PackedModel, type ReleaseModel } from './fit.js';
export { ACCEPTED_RISK, forecastMold, outlookOf, type FanPoint, type MoldOutlook, type ReleaseForecast } from './forecast.js';
export { readShop, type MoldEvent, type MoldRecord, type PullState } from './shop-record.js';
export { statesNow } from './features.js';
