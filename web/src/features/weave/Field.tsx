/** A typed figure of the lab. */
export function Field({
  label,
  value,
  bad,
  placeholder = '',
  onType,
}: {
  label: string
  value: string
  bad: boolean
  placeholder?: string
  onType: (v: string) => void
}) {
  return (
    <label className="min-w-0">
      <span className="text-[15px] text-soft">{label}</span>
      <input
        className="plain text-lg font-semibold"
        autoComplete="off"
        value={value}
        placeholder={placeholder}
        aria-invalid={bad}
        onChange={(e) => onType(e.target.value)}
      />
      {bad && <span className="text-red">✕ This cannot be read.</span>}
    </label>
  )
}
