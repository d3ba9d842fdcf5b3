/** The colours of the theme as the 3D view takes them. */
import { useTheme } from 'vuetify'
import { paletteOf } from '~/view/three/palette'

export function usePalette() {
  const theme = useTheme()
  return computed(() => paletteOf(theme.current.value.colors as Record<string, string>))
}
