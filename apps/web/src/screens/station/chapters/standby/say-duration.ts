// A gap as it is read: seconds to a tenth under ten, then whole seconds, then minutes and seconds.
export const sayDuration = (ms: number): string => {
  const seconds = ms / 1000;
  if (seconds < 10) return `${Number(seconds.toFixed(1))} s`;
  if (seconds < 120) return `${Math.round(seconds)} s`;
  const whole = Math.round(seconds);
  return whole < 7200
    ? `${Math.floor(whole / 60)} min${whole % 60 === 0 ? '' : ` ${whole % 60} s`}`
    : `${Math.floor(whole / 3600)} h${whole % 3600 < 60 ? '' : ` ${Math.floor((whole % 3600) / 60)} min`}`;
};
