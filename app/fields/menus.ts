/** Lists of choices: whether one lay open when a key was pressed, since the list itself is closed before others hear of it. */
let lay = false
window.addEventListener(
  'keydown',
  () => (lay = document.querySelector('.v-menu.v-overlay--active') !== null),
  { capture: true },
)

/** While a key press is told: whether it is first for a list of choices. */
export const isForMenu = (): boolean => lay
