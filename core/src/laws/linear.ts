/** Linear: constant speed; the acceleration at both ends is unbounded. Source: VDI 2143. */
import { polynomial } from './motion-law'

export const linear = polynomial('linear', 'Linear', [0, 1])
