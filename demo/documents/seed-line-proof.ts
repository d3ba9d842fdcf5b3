/** What is measured on the seed line, the charts of it, and what the line must do: one of the checks is not met. */
import type { Chart, Check, Probe } from '@ligamen/core'

export const probes: Probe[] = [
  { id: 'tip-height', name: 'Beam tip height', kind: 'datum-position', datum: 'beam-tip', along: 'z' },
  { id: 'tip-x', name: 'Beam tip, x', kind: 'datum-position', datum: 'beam-tip', along: 'x' },
  { id: 'tip-speed', name: 'Beam tip speed', kind: 'datum-velocity', datum: 'beam-tip' },
  { id: 'jaw-stroke', name: 'Jaw stroke', kind: 'joint-position', joint: 'jaw' },
  {
    id: 'gripper-height',
    name: 'Gripper height',
    kind: 'datum-position',
    datum: 'gripper-point',
    along: 'z',
  },
  { id: 'gripper-speed', name: 'Gripper speed', kind: 'datum-velocity', datum: 'gripper-point' },
  {
    id: 'push-clearance',
    name: 'Push rack over seat 3',
    kind: 'clearance',
    body: 'push-rack',
    other: 'seat-3',
  },
  { id: 'dosing', name: 'Dosing arm angle', kind: 'joint-position', joint: 'arm-turn' },
  { id: 'tamper-stroke', name: 'Tamper stroke', kind: 'joint-position', joint: 'tamp' },
  { id: 'finger-stroke', name: 'Left finger', kind: 'joint-position', joint: 'left-grip' },
  {
    id: 'opening',
    name: 'Gripper opening',
    kind: 'expression',
    expression: '42 mm - 2 * finger',
    of: [{ as: 'finger', probe: 'finger-stroke' }],
  },
]

export const charts: Chart[] = [
  {
    id: 'beam-chart',
    name: 'Beam tip',
    curves: [{ probe: 'tip-height' }, { probe: 'tip-speed', axis: 'right' }],
  },
  {
    id: 'gripper-chart',
    name: 'Gripper',
    curves: [{ probe: 'gripper-height' }, { probe: 'gripper-speed', axis: 'right' }],
  },
  { id: 'beam-curve', name: 'Path of the beam tip', curves: [{ probe: 'tip-height' }], over: 'tip-x' },
]

export const checks: Check[] = [
  { id: 'whole-cycle', name: 'The cycle goes through', kind: 'completes' },
  {
    id: 'tip-band',
    name: 'Beam tip keeps its height',
    kind: 'band',
    probe: 'tip-height',
    lower: '110 mm',
    upper: '190 mm',
  },
  {
    id: 'jaw-closes',
    name: 'Jaw closes in time',
    kind: 'reach',
    probe: 'jaw-stroke',
    value: '-8.9 mm',
    direction: 'falling',
    before: '4.2 s',
  },
  {
    id: 'gentle',
    name: 'Packets are carried gently',
    kind: 'band',
    probe: 'gripper-speed',
    upper: '0.75 m/s',
    note: 'Seed dust rises from open packets above this speed.',
  },
  {
    id: 'dose',
    name: 'One dose is half a turn',
    kind: 'statistic',
    probe: 'dosing',
    statistic: 'range',
    lower: '300 deg',
    upper: '320 deg',
  },
  {
    id: 'tamps',
    name: 'Tamper lifts by 8 mm',
    kind: 'statistic',
    probe: 'tamper-stroke',
    statistic: 'range',
    lower: '7.9 mm',
    upper: '8.1 mm',
  },
  { id: 'no-overlap', name: 'Nothing overlaps', kind: 'clear' },
  {
    id: 'push-clear',
    name: 'Push rack passes over seat 3',
    kind: 'band',
    probe: 'push-clearance',
    lower: '0.5 mm',
  },
  { id: 'free', name: 'Nothing runs into its stop', kind: 'limits' },
  {
    id: 'slide-speed',
    name: 'Long slide within its drive',
    kind: 'joint-rates',
    joint: 'long',
    speed: '1 m/s',
    acceleration: '4 m/s^2',
  },
]
