import type { Hand, PlugIntake } from '../plan/parts/plug-intake.js';

/** Another build or mold of the same part. */
export interface Sibling {
  readonly name: string;
  readonly hand: Hand;
}

/** What is wrong with the hands of a pair; null: nothing. */
export interface HandFinding {
  readonly level: 'stop' | 'care';
  readonly why: string;
  readonly remedy: string;
}

/**
 * Guards against a pair of molds of the same hand: a mirrored twin must be said to be the mirror.
 * @param siblings other builds and molds of the same part
 */
export function handFinding({ hand, mirrorOf }: Pick<PlugIntake, 'hand' | 'mirrorOf'>, siblings: readonly Sibling[]): HandFinding | null {
  const twin = siblings.find(({ name }) => name === mirrorOf);
  if (mirrorOf !== '' && hand === 'none')
    return { level: 'stop', why: `It is said to be the mirror of ${mirrorOf}, but has no hand.`, remedy: 'Say left or right.' };
  if (twin && twin.hand === hand)
    return {
      level: 'stop',
      why: `${twin.name} is ${hand} too: a mirror has the other hand.`,
      remedy: 'Turn one of them round before the plug is made.',
    };
  if (twin?.hand === 'none') return { level: 'care', why: `${twin.name} has no hand.`, remedy: 'Say its hand as well.' };
  const same = siblings.find((one) => hand !== 'none' && one.hand === hand);
  if (hand !== 'none' && mirrorOf === '') {
    const other = siblings.find((one) => one.hand !== 'none' && one.hand !== hand);
    if (other)
      return { level: 'care', why: `${other.name} is the other hand of the same part.`, remedy: `Say whether this is the mirror of ${other.name}.` };
    if (same) return { level: 'care', why: `${same.name} of the same part is ${hand} as well.`, remedy: 'Check that two of this hand are wanted.' };
  }
  if (hand === 'none' && siblings.some((one) => one.hand !== 'none'))
    return {
      level: 'care',
      why: 'Others of this part have a hand, this one has none.',
      remedy: 'Say left or right; a symmetric part gets a part name of its own.',
    };
  return null;
}
