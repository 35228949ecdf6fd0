export { explainMixed, explainThickness } from './explain-layer.js';
export { explainPanel } from './explain-panel.js';
export { explainPot } from './explain-pot.js';
export { explainVerdict } from './explain-verdict.js';
export { fillFormula, type ExplainedInput, type Explanation, type InputOrigin } from './explanation.js';
export { verdictSentence } from './verdict-sentence.js';
