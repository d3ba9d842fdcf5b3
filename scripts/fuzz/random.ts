/** Random choices that a seed repeats, and changes of values, texts and bytes by them. */

/** Park and Miller's generator (Communications of the ACM 31, 1988). */
export class Random {
  private state: number

  constructor(seed: number) {
    this.state = (Math.abs(Math.floor(seed)) % 2147483646) + 1
    for (let k = 0; k < 5; k++) this.next()
  }

  /** From 0 to 1. */
  next(): number {
    return (this.state = (this.state * 48271) % 2147483647) / 2147483647
  }

  below(n: number): number {
    return Math.floor(this.next() * n)
  }

  of<T>(all: readonly T[]): T {
    return all[this.below(all.length)]!
  }
}

const NUMBERS = [0, -0, 1, -1, 0.5, 1e-300, 1e300, 1e-9, 2 ** 31, 2 ** 53, 7e8, 3.7]
const TEXTS = [
  ...[
    '',
    ' ',
    '0',
    '-1',
    '1e999',
    '-1e308 m',
    'NaN',
    'Infinity',
    '0 mm',
    '1/0 mm',
    '(((',
    'sin(1)',
    '1e-320 s',
  ],
  ...[
    '3,5 mm',
    '1,000',
    '2*pi*20 mm',
    '-0',
    '60 rpm',
    '1 turn',
    '45 deg',
    '1e5 m/s',
    'mm',
    '5 mm mm',
    '__proto__',
  ],
  ...['constructor', 'ground', 'x'.repeat(300), '\u0000', '\ud800', '💥', '../..', 't*sin(t)', '10^10^10 m'],
]

/** Anything that JSON can say. */
export function junk(random: Random, depth = 0): unknown {
  switch (random.below(depth > 2 ? 5 : 8)) {
    case 0:
      return random.of(NUMBERS)
    case 1:
      return random.of(TEXTS)
    case 2:
      return random.next() < 0.5
    case 3:
      return null
    case 4:
      return quantity(random)
    case 5:
      return Array.from({ length: random.below(5) }, () => junk(random, depth + 1))
    case 6:
      return Array.from({ length: 3 }, () => quantity(random))
    default:
      return { [random.of(TEXTS)]: junk(random, depth + 1), kind: random.of(TEXTS), id: random.of(TEXTS) }
  }
}

const PIECES = [
  ...[
    '0',
    '1',
    '9',
    '2.5',
    '.',
    'e',
    'E',
    '+',
    '-',
    '*',
    '/',
    '^',
    '(',
    ')',
    ' ',
    ',',
    'pi',
    'sqrt',
    'sin',
    'abs',
  ],
  ...[
    'mm',
    'm',
    'deg',
    'rad',
    'rpm',
    's',
    'in',
    'kg',
    'N',
    'turn',
    'turns',
    '°',
    'µ',
    '²',
    't',
    '%',
    ';',
    '=',
    '"',
  ],
]

/** Something like a quantity. */
export const quantity = (random: Random): string =>
  random.next() < 0.5
    ? `${random.of(NUMBERS)} ${random.of(['mm', 'deg', 's', 'rpm', 'm', 'm/s', 'kg'])}`
    : Array.from({ length: 1 + random.below(9) }, () => random.of(PIECES)).join('')

type Json = Record<string, unknown> | unknown[]
const isTree = (value: unknown): value is Json => typeof value === 'object' && value !== null

/** A place in a tree, the deeper ones as likely as the others. */
function place(root: Json, random: Random): { within: Json; key: string } {
  let within = root
  for (;;) {
    const keys = Object.keys(within)
    if (keys.length === 0) return { within, key: '0' }
    const key = random.of(keys)
    const inner = (within as Record<string, unknown>)[key]
    if (!isTree(inner) || random.next() < 0.25) return { within, key }
    within = inner
  }
}

/** Changes a tree of JSON in some places. */
export function mutate(root: Json, random: Random): void {
  for (let k = 1 + random.below(4); k > 0; k--) {
    const { within, key } = place(root, random)
    const fields = within as Record<string, unknown>
    const old = fields[key]
    switch (random.below(7)) {
      case 0:
        if (Array.isArray(within)) within.splice(Number(key), 1)
        else Reflect.deleteProperty(within, key)
        break
      case 1:
        fields[key] = junk(random)
        break
      case 2:
        if (Array.isArray(within)) within.push(structuredClone(old))
        else fields[random.of(TEXTS)] = structuredClone(old)
        break
      case 3: {
        const other = place(root, random)
        fields[key] = structuredClone((other.within as Record<string, unknown>)[other.key])
        break
      }
      case 4:
        if (typeof old === 'string') fields[key] = old.replace(/\d+(\.\d+)?/, String(random.of(NUMBERS)))
        else if (typeof old === 'number') fields[key] = old * random.of([-1, 0, 2, 1e6, 1e-6])
        break
      case 5:
        if (Array.isArray(within)) within.reverse()
        else fields[key] = quantity(random)
        break
      default:
        if (typeof old === 'string') fields[key] = random.next() < 0.5 ? `${old}x` : old.slice(1)
    }
  }
}

/** Changes bytes in some places: bits, pieces, numbers in text, the end. */
export function spoil(bytes: Uint8Array, random: Random): Uint8Array<ArrayBuffer> {
  let out: Uint8Array<ArrayBuffer> = Uint8Array.from(bytes)
  for (let k = 1 + random.below(4); k > 0; k--) {
    const at = random.below(out.length)
    const length = 1 + random.below(Math.min(400, out.length))
    switch (random.below(6)) {
      case 0:
      case 1:
        out[at]! ^= 1 << random.below(8)
        break
      case 2:
        out = out.slice(0, at + 1)
        break
      case 3:
        out = joined(out.subarray(0, at), out.subarray(at, at + length), out.subarray(at))
        break
      case 4:
        out = joined(out.subarray(0, at), out.subarray(at + length))
        break
      default: {
        const number = new TextEncoder().encode(
          random.of(['1e999', 'NaN', '-1', '99999999999', '0', '', '#1']),
        )
        out = joined(out.subarray(0, at), number, out.subarray(at + number.length))
      }
    }
    if (out.length === 0) return out
  }
  return out
}

function joined(...parts: readonly Uint8Array[]): Uint8Array<ArrayBuffer> {
  const out = new Uint8Array(parts.reduce((sum, { length }) => sum + length, 0))
  let at = 0
  for (const part of parts) {
    out.set(part, at)
    at += part.length
  }
  return out
}
