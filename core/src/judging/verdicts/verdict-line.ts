import type { Verdict } from './verdict.js';

/** The worst verdict in a few words, without numbers that need a unit. */
export function verdictLine({ kind, subject, level }: Verdict): string {
  const near = level === 'care';
  switch (kind) {
    case 'interface-peak':
      return near ? 'plug face close to its heat limit' : 'plug face gets too hot';
    case 'layer-peak':
      return near ? `${subject} close to its heat limit` : `${subject} gets too hot`;
    case 'activation':
      return near ? `${subject} hardly reaches its activation heat` : `${subject} stays below its activation heat`;
    case 'window':
      return near ? `${subject}: window closing or closed` : `${subject}: outside the window`;
    case 'ply-joint':
      return near ? `${subject}: a ply close to gel, or gelled, before the next` : `${subject}: gelled between plies`;
    case 'demold-cure':
      return near ? `${subject} barely cured at demold` : `${subject} not cured at demold`;
    case 'demold-hours':
      return near ? `${subject}: hardly long enough` : `${subject}: too short`;
    case 'demold-warm':
      return near ? `${subject} hardly cool at demold` : `${subject} still warm at demold`;
    case 'demold-tg':
      return near ? `${subject} close to soft at demold` : `${subject} still soft at demold`;
    case 'post-cure-tg':
      return near ? 'post-cure close to the glass transition' : 'post-cure above the glass transition';
    case 'post-cure-ramp':
      return 'post-cure ramp too fast';
    case 'shop-minimum':
      return near ? `${subject} near its minimum` : `${subject} too cold`;
    case 'catalyst-range':
      return `${subject}: catalyst outside the card’s range`;
  }
}
