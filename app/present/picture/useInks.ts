/** The colours of what is written over pictures, as the theme has them. */
import { useTheme } from 'vuetify'
import type { Inks } from '~/view/writing/paint'

export function useInks() {
  const theme = useTheme()
  return computed<Inks>(() => {
    const c = theme.current.value.colors as Record<string, string>
    return {
      ground: c.surface!,
      ink: c['on-surface']!,
      line: c.line!,
      measured: c.measured!,
      muted: c.muted!,
    }
  })
}
