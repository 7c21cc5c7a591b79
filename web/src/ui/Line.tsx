/** One labelled line to type in, with its problem in words. */
export function Line({
  id,
  label,
  error,
  ...input
}: { id: string; label: string; error: string | undefined } & React.ComponentProps<'input'>) {
  return (
    <div className="mt-4">
      <label htmlFor={id} className="font-semibold">
        {label}
      </label>
      <input
        id={id}
        className="plain text-lg"
        aria-invalid={Boolean(error)}
        aria-describedby={error ? `${id}-error` : undefined}
        {...input}
      />
      {error && (
        <p id={`${id}-error`} className="text-red">
          ✕ {error}
        </p>
      )}
    </div>
  )
}
