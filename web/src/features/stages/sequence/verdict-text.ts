import { cureWords } from '@pentimento/core/cure';
import type { Verdict } from '@pentimento/core/judging';
import { clockText } from '@pentimento/core/shop-time';
import type { Units } from '../../../shared/use-units';

/** What a verdict is about, in a few words. */
export function verdictTitle({ kind, subject }: Verdict): string {
  switch (kind) {
    case 'interface-peak':
      return 'Plug face, hottest';
    case 'layer-peak':
      return `${subject}, peak`;
    case 'activation':
      return `${subject}, coolest place`;
    case 'window':
    case 'ply-joint':
    case 'shop-minimum':
    case 'post-cure-ramp':
    case 'post-cure-tg':
      return subject;
    case 'demold-hours':
      return subject;
    case 'demold-warm':
      return `${subject}, still warm at demold`;
    case 'demold-tg':
      return `${subject}, soft at demold`;
    case 'demold-cure':
      return `${subject}, cure at demold`;
    case 'catalyst-range':
      return `${subject}, catalyst`;
  }
}

/** A verdict's value or limit with its unit. */
export function verdictAmount(units: Units, { quantity }: Verdict, value: number): string {
  switch (quantity) {
    case 'temperature':
      return units.text('temperature', value);
    case 'cure':
      return `${value.toFixed(2)}, ${cureWords(value)}`;
    case 'clock':
      return clockText(value * 3600);
    case 'percent':
      return `${value.toFixed(1)} %`;
    case 'ramp':
      return `${units.show('temperatureDifference', value).toFixed(0)} ${units.unit('temperatureDifference')}/h`;
  }
}

/** A verdict's margin with sign and unit. */
export function marginText(units: Units, verdict: Verdict): string {
  const { quantity, margin } = verdict;
  const size = Math.abs(margin);
  const signed = (text: string): string => (/^[0.,]+(?!\d)/.test(text) ? 'just' : `${margin < 0 ? '−' : '+'}${text}`);
  switch (quantity) {
    case 'temperature':
      return signed(units.text('temperatureDifference', size));
    case 'cure':
      return signed(size.toFixed(2));
    case 'clock':
      return size > 90 ? 'never' : signed(`${size.toFixed(1)} h`);
    case 'percent':
      return signed(`${size.toFixed(1)} %`);
    case 'ramp':
      return signed(`${units.show('temperatureDifference', size).toFixed(0)} ${units.unit('temperatureDifference')}/h`);
  }
}
