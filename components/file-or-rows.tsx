'use client';

/** A table from a file, or its rows pasted: whichever comes is the text. */
export const FileOrRows = ({
  text,
  placeholder,
  onText,
  onFile,
}: {
  text: string;
  placeholder: string;
  onText: (text: string) => void;
  onFile: (text: string, name: string) => void;
}) => (
  <div className="grid gap-4 lg:grid-cols-[1fr_2fr]">
    <label className="block">
      <span className="mb-1 block font-medium">File</span>
      <input
        type="file"
        accept=".csv,.txt,text/csv"
        className="field"
        onChange={(event) => {
          const file = event.target.files?.[0];
          if (file) void file.text().then((rows) => onFile(rows, file.name.slice(0, 55)));
        }}
      />
    </label>
    <label className="block">
      <span className="mb-1 block font-medium">Or rows pasted here</span>
      <textarea
        className="field font-mono text-sm"
        rows={5}
        value={text}
        onChange={(event) => onText(event.target.value)}
        placeholder={placeholder}
      />
    </label>
  </div>
);
