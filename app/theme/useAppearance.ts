/** Light or dark: what was chosen, else what the system asks for. */
import { useLocalStorage, usePreferredDark } from '@vueuse/core'
import { useTheme } from 'vuetify'

export function useAppearance() {
  const theme = useTheme()
  const chosen = useLocalStorage<'light' | 'dark' | 'system'>('ligamen-appearance', 'system')
  const prefersDark = usePreferredDark()
  const isDark = computed(() => (chosen.value === 'system' ? prefersDark.value : chosen.value === 'dark'))
  return {
    isDark,
    toggle: () => {
      chosen.value = isDark.value ? 'light' : 'dark'
    },
    /** Keeps Vuetify in step; called once, by the app. */
    apply: () => watch(isDark, (value) => theme.change(value ? 'dark' : 'light'), { immediate: true }),
  }
}
