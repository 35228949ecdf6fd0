import type { Right } from '@pentimento/core/rights';
import type { ComponentProps } from 'react';
import { useRefusal } from './use-may';

/** A button for what not everybody may do; it says why it is off, and whom to ask. */
export function MayButton({ right, disabled, title, ...rest }: ComponentProps<'button'> & { right: Right }) {
  const refusal = useRefusal(right);
  return <button type="button" {...rest} disabled={refusal !== null || disabled} title={refusal ?? title} />;
}
