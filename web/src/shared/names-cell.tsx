import { TextCell } from './fields';

interface NamesCellProps {
  readonly label: string;
  readonly names: readonly string[];
  /** Those who are taken where nobody is named */
  readonly placeholder?: string;
  readonly most: number;
  readonly showLabel?: boolean;
  readonly onChange: (names: string[]) => void;
}

/** Names as a shop writes them: one after the other with commas; the same name once. */
export function readNames(text: string, most: number): string[] {
  const names = text.split(',').map((name) => name.trim().slice(0, 60));
  return [...new Set(names.filter((name) => name !== ''))].slice(0, most);
}

export function NamesCell({ label, names, placeholder, most, showLabel = true, onChange }: NamesCellProps) {
  return (
    <TextCell
      label={label}
      showLabel={showLabel}
      value={names.join(', ')}
      maxLength={most * 62}
      width="w-44"
      placeholder={placeholder}
      onChange={(text) => {
        onChange(readNames(text, most));
      }}
    />
  );
}
