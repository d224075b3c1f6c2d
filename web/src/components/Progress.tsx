/** How far some work is, in per cent; striped where that cannot be told. */
export function Progress({ percent, label }: { percent: number | null; label: string }) {
  return (
    <div
      className="progress"
      role="progressbar"
      aria-label={label}
      aria-valuemin={0}
      aria-valuemax={100}
      {...(percent !== null && { 'aria-valuenow': percent })}
    >
      <div
        className={`progress-bar${percent === null ? ' progress-bar-striped progress-bar-animated' : ''}`}
        style={{ width: `${percent ?? 100}%` }}
      />
    </div>
  );
}
