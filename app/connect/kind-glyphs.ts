/**
 * Pictures of joints, mates and relations as paths in a square of 24: bodies as lines, what holds them as outlines, after the symbols of
 * ISO 3952 (from memory), so that a kind is known before its word is read.
 */
interface Glyph {
  /** Drawn as lines. */
  readonly lines: string
  /** Filled. */
  readonly solid?: string
}

const circle = (x: number, y: number, r: number): string =>
  `M${x - r} ${y}a${r} ${r} 0 1 0 ${2 * r} 0a${r} ${r} 0 1 0 ${-2 * r} 0`

export const kindGlyphs: Readonly<Record<string, Glyph>> = {
  rigid: { lines: 'M3 18h18M12 18V5', solid: 'M8 18l4-5 4 5z' },
  revolute: { lines: `${circle(12, 12, 3)}M3 19l6.8-5M14.2 14l6.8 5`, solid: circle(12, 12, 1) },
  prismatic: { lines: 'M2 14h5M17 14h5M7 10h10v8H7zM12 10V4' },
  cylindrical: { lines: 'M2 14h20M7 10h10v8H7zM12 10V7M8 5.5a5 2.4 0 0 1 8 0M16 5.5l.4-2M16 5.5l-2-.3' },
  screw: { lines: 'M2 14h5M17 14h5M7 10h10v8H7zM9 18l2-8M12 18l2-8M15 18l1.6-6M12 10V4' },
  planar: { lines: 'M3 10h18M3 14h18M12 10V4M12 14v6' },
  spherical: { lines: `${circle(12, 12, 3)}M7 15.5a6 6 0 1 1 10 0M12 15v6M12 6V3` },
  universal: { lines: `${circle(12, 12, 6)}M2 12h4M18 12h4M12 6v12M6 12h12`, solid: circle(12, 12, 1.4) },
  'pin-in-slot': { lines: `M7 8h10a4 4 0 0 1 0 8H7a4 4 0 0 1 0-8z${circle(10, 12, 2.2)}M10 12v9` },
  coincident: { lines: 'M4 7h12v10H4zM8 4h12v10' },
  concentric: { lines: `${circle(12, 12, 8)}${circle(12, 12, 4)}M12 10.5v3M10.5 12h3` },
  parallel: { lines: 'M6 20L11 4M13 20l5-16' },
  perpendicular: { lines: 'M4 19h16M12 19V4' },
  angle: { lines: 'M4 19h16M4 19L16 5M13 19a9 9 0 0 0-3-6.8' },
  distance: { lines: 'M4 4v16M20 4v16M5 12h14M5 12l3-2M5 12l3 2M19 12l-3-2M19 12l-3 2' },
  tangent: { lines: `M3 19h18${circle(12, 12.5, 6.5)}` },
  gear: {
    lines: `${circle(7.5, 13.5, 5)}${circle(17, 9, 4)}M6.5 13.5h2M16 9h2`,
    solid: circle(12.6, 11.2, 1),
  },
  belt: { lines: `${circle(6, 13, 3)}${circle(17, 11, 4.5)}M5.6 10l10.6-3.5M6.2 16l11.4-.6` },
  rack: { lines: `${circle(12, 9, 6)}M2 19h20M3 19l1-3h2l1 3 1-3h2l1 3 1-3h2l1 3 1-3h2l1 3 1-3h2` },
  sum: { lines: 'M18 6H6l6 6-6 6h12' },
  table: { lines: 'M4 5h16v14H4zM4 10h16M4 14.5h16M12 5v14' },
  cam: {
    lines: 'M6 16a6 6 0 1 0 11-4c-1.6-3-3-5-5-5s-6 4-6 9zM12 7V2M9.5 5h5',
    solid: circle(11.5, 15, 1.2),
  },
  cord: { lines: `${circle(9, 9, 5.5)}M14.5 9v9M12.5 18h4v3h-4z`, solid: circle(9, 9, 1.2) },
  index: {
    lines: `${circle(8, 14, 6)}M8 8v4M13.2 11l-3.4 2M2.8 11l3.4 2M8 20v-4${circle(18, 7, 4)}`,
    solid: circle(14.6, 9, 1.3),
  },
  programme: { lines: 'M2 18h3c3 0 3-11 6-11h2c3 0 3 11 6 11h3M2 21h20' },
  '': { lines: 'M12 4v4M12 16v4M4 12h4M16 12h4M6.5 6.5l2.5 2.5M15 15l2.5 2.5M17.5 6.5L15 9M9 15l-2.5 2.5' },
}
