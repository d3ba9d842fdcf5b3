/** A key press by the name that actions give it: “Ctrl+K”, “Space”. */
export function keysOf(
  event: Pick<KeyboardEvent, 'key' | 'ctrlKey' | 'metaKey' | 'shiftKey' | 'altKey'>,
): string {
  const named: Readonly<Record<string, string>> = { ' ': 'Space', Backspace: 'Delete' }
  const key = named[event.key] ?? (event.key.length === 1 ? event.key.toUpperCase() : event.key)
  const command = event.ctrlKey || event.metaKey
  if (command && key === 'Y') return 'Ctrl+Shift+Z'
  return `${command ? 'Ctrl+' : ''}${event.altKey ? 'Alt+' : ''}${event.shiftKey ? 'Shift+' : ''}${key}`
}
