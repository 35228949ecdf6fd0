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
      given('plan', 'q', 'Pressure on the shell', loadKPa, 'kPa', { digits: 2 }),
      given('plan', 'L', 'Free span', backing.spacingMm, 'mm', MM),
      given('rule', 'D', 'Flexural rigidity', plateRigidity(shell), 'N·m', { digits: 0 }),
      given('rule', 'E', 'Stiffness of the laminate, weighted by thickness', shell.modulusPa / 1e9, 'GPa', { digits: 1 }),
      given('rule', 't', 'Laminate without gel coat', shell.thicknessM * 1000, 'mm', MM),
      given('rule', 'ν', 'Poisson’s ratio', shell.poisson, '', { digits: 2 }),
    ],
    result: given('rule', 'w', 'Deflection', supportedM * 1000, 'mm', MM),
    remark: `A long panel that may turn at its edges (soft strips). Built in hard it would be a fifth, ${(builtInM * 1000).toFixed(2)} mm; a real frame lies between.`,
    reference: 'panel-deflection',
  };
}
