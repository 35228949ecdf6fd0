import { builtInMaterials } from '../materials/built-in-materials.js';
import type { MaterialCard, VersionedCard } from '../materials/material-card.js';
import { libraryOf, type CardLibrary } from './card-library.js';

/** Built-in cards, with the shop's own taking the place of those with the same id. */
export function cardLibrary(own: readonly (MaterialCard | VersionedCard)[] = []): CardLibrary {
  return libraryOf([...builtInMaterials, ...own]);
}
