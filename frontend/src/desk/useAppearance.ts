import { useLocalStorage, usePreferredDark } from '@vueuse/core'
import { watchEffect } from 'vue'

export type Appearance = 'device' | 'light' | 'dark'
const chosen = useLocalStorage<Appearance>('keen-slate:appearance', 'light', { writeDefaults: false })

/** Light or dark, as it is chosen in this browser or as the device has it; what is printed is always light. */
export function useAppearance() {
  return chosen
}

/** Follow what is chosen from here on. */
export function followAppearance(): void {
  const deviceIsDark = usePreferredDark()
  watchEffect(() => {
    const dark = chosen.value === 'dark' || (chosen.value === 'device' && deviceIsDark.value)
    document.documentElement.classList.toggle('dark', dark)
  })
}
