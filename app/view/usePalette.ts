/** The colours of the theme as the 3D view takes them. */
import { useTheme } from 'vuetify'
import type { Palette } from '~/view/three/palette'

export function usePalette() {
  const theme = useTheme()
  return computed<Palette>(() => {
    const c = theme.current.value.colors as Record<string, string>
    return {
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
    }
  })
}
