import { panelDeflectionM, plateRigidity } from '../design/panel-deflection.js';
import type { MoldDesign } from '../plan/parts/mold-design.js';
import { given, type Explanation } from './explanation.js';

const MM = { quantity: 'thickness', digits: 2 } as const;

/** How far a panel gives between frame members. */
export function explainPanel({ backing, loadKPa }: MoldDesign, shell: { thicknessM: number; modulusPa: number; poisson: number }): Explanation {
  const { supportedM, builtInM } = panelDeflectionM({ ...shell, spanM: backing.spacingMm / 1000, pressurePa: loadKPa * 1000 });
  return {
    title: 'Panel between frame members',
    formula: 'w = 5 · q · L⁴ / (384 · D);  D = E · t³ / (12 · (1 − ν²))',
    inputs: [
      given({ origin: 'plan', symbol: 'q', name: 'Pressure on the shell', value: loadKPa, unit: 'kPa', digits: 2 }),
      given({ origin: 'plan', symbol: 'L', name: 'Free span', value: backing.spacingMm, unit: 'mm', ...MM }),
      given({ origin: 'rule', symbol: 'D', name: 'Flexural rigidity', value: plateRigidity(shell), unit: 'N·m', digits: 0 }),
      given({
        origin: 'rule',
        symbol: 'E',
        name: 'Stiffness of the laminate, weighted by thickness',
        value: shell.modulusPa / 1e9,
        unit: 'GPa',
        digits: 1,
      }),
      given({ origin: 'rule', symbol: 't', name: 'Laminate without gel coat', value: shell.thicknessM * 1000, unit: 'mm', ...MM }),
      given({ origin: 'rule', symbol: 'ν', name: 'Poisson’s ratio', value: shell.poisson, unit: '', digits: 2 }),
    ],
    result: given({ origin: 'rule', symbol: 'w', name: 'Deflection', value: supportedM * 1000, unit: 'mm', ...MM }),
    remark: `A long panel that may turn at its edges (soft strips). Built in hard it would be a fifth, ${(builtInM * 1000).toFixed(2)} mm; a real frame lies between.`,
    reference: 'panel-deflection',
  };
}
