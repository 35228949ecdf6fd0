import type { InputOrigin } from '@pentimento/core/explain';

const MARKS: Record<InputOrigin, { readonly mark: string; readonly word: string }> = {
  'data sheet': { mark: '■', word: 'sheet' },
  'own test': { mark: '●', word: 'own test' },
  literature: { mark: '◆', word: 'literature' },
  assumed: { mark: '○', word: 'assumed' },
  plan: { mark: '▸', word: 'plan' },
  simulated: { mark: '∿', word: 'simulated' },
  constant: { mark: '=', word: 'constant' },
  rule: { mark: '=', word: 'worked out' },
};

/** Where a number comes from: a sign and a word, so that measured, stated and assumed never look alike. */
export function OriginTag({ origin }: { origin: InputOrigin }) {
  const { mark, word } = MARKS[origin];
  return (
    <span className={`text-xs whitespace-nowrap ${origin === 'assumed' ? 'muted italic' : ''}`}>
      <span aria-hidden className="mr-1 inline-block w-3 text-center">
        {mark}
      </span>
      {word}
    </span>
  );
}
