import { describe, expect, it } from 'vitest'
import { interferenceFit } from './fits'
import { MATERIAL_NAMES, MATERIALS, STEEL_PER_K, type Material } from './materials'

describe('materials', () => {
  // From and to of the handbooks: expansion in 10⁻⁶ per K, modulus in GPa.
  it.each<[Material, [number, number], [number, number]]>([
    ['steel', [11, 12.5], [200, 215]], ['stainless steel', [15.5, 17.5], [190, 205]], ['cast iron', [9, 12], [90, 130]],
    ['bronze', [17, 19], [90, 120]], ['aluminium', [22.5, 24.5], [68, 74]],
  ])('%s lies in what handbooks print', (name, [leastAlpha, mostAlpha], [leastGPa, mostGPa]) => {
    const { alphaPerK, youngMPa, poisson } = MATERIALS[name]
    expect(alphaPerK * 1e6).toBeGreaterThanOrEqual(leastAlpha)
    expect(alphaPerK * 1e6).toBeLessThanOrEqual(mostAlpha)
    expect(youngMPa / 1000).toBeGreaterThanOrEqual(leastGPa)
    expect(youngMPa / 1000).toBeLessThanOrEqual(mostGPa)
    expect(poisson).toBeGreaterThan(0.2)
    expect(poisson).toBeLessThan(0.5)
  })

  it('can all be pressed onto a shaft of steel, the softer the less pressure', () => {
    const joint = { fitDiameterMm: 60, innerBoreMm: 0, outerDiameterMm: 90, lengthMm: 50, interferenceUm: 40, friction: 0.12 }
    const pressure = (name: Material) => interferenceFit({ ...joint, inner: MATERIALS.steel, outer: MATERIALS[name] }).pressureMPa
    const bySoftness = [...MATERIAL_NAMES].sort((one, other) => MATERIALS[other].youngMPa - MATERIALS[one].youngMPa)
    expect(bySoftness.map(pressure)).toEqual(bySoftness.map(pressure).sort((one, other) => other - one))
    expect(STEEL_PER_K).toBe(11.5e-6)
  })
})
