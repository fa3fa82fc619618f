const KEY = 'ridge-glance';

/** What was typed at the field desk, on its way into a job. */
export function keepGlance(text: string): void {
  sessionStorage.setItem(KEY, text);
}

export function keptGlance(): string {
  return sessionStorage.getItem(KEY) ?? '';
}

export function dropGlance(): void {
  sessionStorage.removeItem(KEY);
}
