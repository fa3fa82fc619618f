/** Times come with their zone and are shown in the reader's own. */
export function clock(at: string): string {
  return new Date(at).toLocaleTimeString([], { hour: '2-digit', minute: '2-digit', hour12: false });
}

export function dayAndClock(at: string): string {
  const d = new Date(at);
  const two = (n: number) => String(n).padStart(2, '0');
  return `${d.getFullYear()}-${two(d.getMonth() + 1)}-${two(d.getDate())} ${two(d.getHours())}:${two(d.getMinutes())}`;
}

/** The day of something that happened, as the shop has it. */
export function day(at: string): string {
  return dayAndClock(at).split(' ')[0];
}
