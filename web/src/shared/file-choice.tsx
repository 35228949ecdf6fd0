interface FileChoiceProps {
  readonly label: string;
  /** Endings and types that are offered */
  readonly accept: string;
  readonly className?: string;
  readonly onFile: (file: File) => void;
}

/** Tables of text as thermometers and forecasts come in. */
export const TABLE_FILES = '.csv,.txt,.tsv,text/csv,text/plain';

/** A file from this device. */
export function FileChoice({ label, accept, className = '', onFile }: FileChoiceProps) {
  return (
    <input
      type="file"
      accept={accept}
      aria-label={label}
      className={`file-input file-input-sm ${className}`}
      onChange={(event) => {
        const file = event.target.files?.[0];
        if (file) onFile(file);
      }}
    />
  );
}
