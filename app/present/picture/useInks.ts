/** The colours of what is written over pictures, as the theme has them. */
import { useTheme } from 'vuetify'
import { inksOf } from '~/view/writing/paint'

export function useInks() {
  const theme = useTheme()
  return computed(() => inksOf(theme.current.value.colors as Record<string, string>))
}
