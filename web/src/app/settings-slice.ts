import { createSlice, type PayloadAction } from '@reduxjs/toolkit';

export type Theme = 'paper' | 'lamp';
export const THEME_KEY = 'pentimento.theme';

interface SettingsState {
  theme: Theme;
}

export function storedTheme(): Theme {
  return localStorage.getItem(THEME_KEY) === 'lamp' ? 'lamp' : 'paper';
}

export const settingsSlice = createSlice({
  name: 'settings',
  initialState: (): SettingsState => ({ theme: storedTheme() }),
  reducers: {
    themeChosen: (state, { payload }: PayloadAction<Theme>) => {
      state.theme = payload;
    },
  },
});

export const { themeChosen } = settingsSlice.actions;
