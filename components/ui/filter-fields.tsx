/** Fields of a filter that the address holds: plain form controls, sent with GET. */
export function FilterChoice({
  name,
  label,
  value,
  options,
  any = 'any',
}: {
  name: string;
  label: string;
  value: string | undefined;
  options: readonly (readonly [string, string])[];
  any?: string;
}) {
  return (
    <label className="block">
      <span className="caption">{label}</span>
      <select name={name} defaultValue={value ?? ''} className="field">
        <option value="">{any}</option>
        {options.map(([key, words]) => (
          <option key={key} value={key}>
            {words}
          </option>
        ))}
      </select>
    </label>
  );
}

export function FilterText({
  name,
  label,
  value,
  type = 'text',
}: {
  name: string;
  label: string;
  value: string | undefined;
  type?: 'text' | 'date' | 'week';
}) {
  return (
    <label className="block">
      <span className="caption">{label}</span>
      <input name={name} type={type} defaultValue={value ?? ''} className="field" />
    </label>
  );
}
