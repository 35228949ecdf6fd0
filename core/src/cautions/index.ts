export { layerCautions, planCautions, stepCaution } from './cautions.js';
