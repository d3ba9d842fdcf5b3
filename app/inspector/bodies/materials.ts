/** Materials with their usual densities (common practice). */
export const MATERIALS = [
  { name: 'Steel', density: '7850 kg/m^3' },
  { name: 'Stainless steel', density: '7930 kg/m^3' },
  { name: 'Aluminium', density: '2700 kg/m^3' },
  { name: 'Brass', density: '8500 kg/m^3' },
  { name: 'Bronze', density: '8800 kg/m^3' },
  { name: 'Cast iron', density: '7200 kg/m^3' },
  { name: 'Titanium', density: '4510 kg/m^3' },
  { name: 'POM', density: '1410 kg/m^3' },
  { name: 'PA 6', density: '1140 kg/m^3' },
  { name: 'Beech', density: '720 kg/m^3' },
] as const
