/** An action: something that can be done by a key or from the command palette, by name. */
export interface Action {
  readonly id: string
  readonly name: string
  /** As people read it: “Ctrl+K”, “Space”. */
  readonly keys?: string
  readonly enabled: boolean
  readonly run: () => unknown
}

export const action = (
  id: string,
  name: string,
  keys: string | undefined,
  run: () => unknown,
  enabled = true,
): Action => ({ id, name, keys, enabled, run })

/** Box of bodies in ground, lower corner then upper corner [m]; null for nothing. */
export type Bounds = (ids?: readonly string[]) => [number, number, number, number, number, number] | null
