import { useEffect, useState } from 'react';

type Mode = 'light' | 'dark';
const KEY = 'ridge-colour-mode';

function initial(): Mode {
  const kept = localStorage.getItem(KEY);
  if (kept === 'light' || kept === 'dark') return kept;
  return window.matchMedia?.('(prefers-color-scheme: dark)').matches ? 'dark' : 'light';
}

/** Light or dark: the system's wish until somebody chooses. */
export function useColorMode(): [Mode, () => void] {
  const [mode, setMode] = useState<Mode>(initial);
  useEffect(() => {
    document.documentElement.classList.toggle('dark', mode === 'dark');
    document.documentElement.classList.toggle('light', mode === 'light');
    document.documentElement.style.colorScheme = mode;
  }, [mode]);
  return [
    mode,
    () =>
      setMode((m) => {
        const next = m === 'dark' ? 'light' : 'dark';
        localStorage.setItem(KEY, next);
        return next;
      }),
  ];
}
