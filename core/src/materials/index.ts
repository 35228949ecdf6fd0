export { builtInMaterials } from './built-in-materials.js';
export type { CardField } from './card-field.js';
export { cardFields } from './card-fields.js';
export { checkCard } from './check-card.js';
export {
  cardFlag,
  cardNumber,
  cardText,
  materialKinds,
  valueOrigins,
  withValues,
  type CardScalar,
  type CardValue,
  type GelTimeStatement,
  type MaterialCard,
  type MaterialKind,
  type ValueOrigin,
  type ValueSource,
  type VersionedCard,
} from './material-card.js';
export { plugChoices, plugChoicesOf, type PlugChoice } from './plug-choices.js';
export { plugReleaseProgram } from './release-steps.js';
export { resinCardOf, type ResinCard } from './resin-card.js';
export { resinFamilies, type ResinFamily } from './resin-fields.js';
export { substances } from './substances.js';
export { lotStanding, storeClasses, type Lot, type LotStanding, type StoreClass } from './lot.js';
