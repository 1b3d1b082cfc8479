// How the page looks at this browser: day, night or sun, and its size. It stays over a reload.
import { create } from 'zustand';

export const themes = ['day', 'night', 'sun'] as const;
export type Theme = (typeof themes)[number];
export const themeWords: { readonly [T in Theme]: string } = { day: 'Day', night: 'Night', sun: 'Sun' };
export type Size = 'desk' | 'site';
type Look = { readonly theme: Theme; readonly size: Size };

const storedTheme = (): Theme => {
  const there = localStorage.getItem('green-lamp:theme');
  const known = themes.find((theme) => theme === there);
  return known ?? (matchMedia('(prefers-color-scheme: dark)').matches ? 'night' : 'day');
};

export const useLook = create<Look>(() => ({
  theme: storedTheme(),
  size: localStorage.getItem('green-lamp:size') === 'site' ? 'site' : 'desk',
}));

const show = ({ theme, size }: Look): void => {
  Object.assign(document.documentElement.dataset, { theme, size });
};
show(useLook.getState());
useLook.subscribe(show);

export const setTheme = (theme: Theme): void => {
  localStorage.setItem('green-lamp:theme', theme);
  useLook.setState({ theme });
};
export const setSize = (size: Size): void => {
  localStorage.setItem('green-lamp:size', size);
  useLook.setState({ size });
};
