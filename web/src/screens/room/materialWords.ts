import type { ProtectionMaterial } from '@upholder/core/jobs';

const MATERIALS: Record<ProtectionMaterial, { name: string; one?: string; unit: string }> = {
  paperM2: { name: 'paper or sheet', unit: 'm²' },
  filmM2: { name: 'film', unit: 'm²' },
  tapeM: { name: 'tape', unit: 'm' },
  poles: { name: 'poles', one: 'pole', unit: '' },
  zipDoors: { name: 'zip doors', one: 'zip door', unit: '' },
  filters: { name: 'filters', one: 'filter', unit: '' },
};

/** What protection uses up, in words: how much of what, rounded up; what is not needed is left out. */
export function materialWords(
  needs: Record<ProtectionMaterial, number>,
): { material: ProtectionMaterial; amount: string; words: string }[] {
  return (Object.entries(needs) as [ProtectionMaterial, number][])
    .filter(([, amount]) => amount > 0)
    .map(([material, amount]) => {
      const { name, one, unit } = MATERIALS[material];
      const whole = Math.ceil(amount);
      return {
        material,
        amount: unit ? `${whole} ${unit}` : String(whole),
        words: (whole === 1 && one) || name,
      };
    });
}
