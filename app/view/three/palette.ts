/** Colours behind the model in pictures; what is not named is as the view is. */
export const BACKDROPS: Readonly<Record<string, string>> = { white: '#ffffff', dark: '#14191c' }

/** The theme colours that the view draws with. */
export interface Palette {
  view: string
  grid: string
  gridSoft: string
  edge: string
  primary: string
  selected: string
  playhead: string
  measured: string
  muted: string
  error: string
}

/** @param c the colours of a theme */
export const paletteOf = (c: Readonly<Record<string, string>>): Palette => ({
  view: c.view!,
  grid: c.grid!,
  gridSoft: c['grid-soft']!,
  edge: c.edge!,
  primary: c.primary!,
  selected: c.selected!,
  playhead: c.playhead!,
  measured: c.measured!,
  muted: c.muted!,
  error: c.error!,
})
