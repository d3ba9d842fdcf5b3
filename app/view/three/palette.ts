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
