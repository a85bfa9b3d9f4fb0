type Text = string | number | null | undefined;

/** The bench: thinning, cups, material and mixes. */
export const MIX = {
  // core/src/equipment/onCoat.ts
  'mix.wear-part-is-due': (p: { name: Text; had: number; life: number }) =>
    `${p.name}: ${p.had} h of ${p.life} h are used. Replace the wear part first.`,
  'mix.the-compressor-gives-no-air': (p: { compressor: Text; gun: Text; burst: Text }) =>
    `${p.gun} sprays for ${p.burst} s on the tank of ${p.compressor}, then it is empty.`,
  'mix.the-compressor-gives-less-than': (p: {
    compressor: Text;
    gun: Text;
    free: Text;
    demand: Text;
    burst: Text;
    rest: Text;
  }) =>
    `${p.gun} uses ${p.demand} L/min and ${p.compressor} delivers ${p.free}: spray for ${p.burst} s, then let the tank refill for ${p.rest} s. Release the trigger at the end of a pass, never in the middle.`,
  // core/src/mixing/benchItems.ts
  'mix.a-tip-is-three-digits': 'A tip code has three digits, such as 310.',
  'mix.choose-a-standard-cup': 'Choose a standard cup.',
  'mix.twenty-pairs-are-enough': 'Twenty pairs are enough.',
  // core/src/mixing/cups.ts
  'mix.holds-from-to-s-at-s': (p: { name: Text; fromS: Text; toS: Text; seconds: Text; way: Text }) =>
    `${p.name} works from ${p.fromS} to ${p.toS} s; ${p.seconds} s is out of range. Use ${p.way} cup.`,
  'mix.pair-it-with-at-least-one': (p: { name: Text }) =>
    `Pair it with at least one reading that ${p.name} covers.`,
  'mix.up-to-s': (p: { toS: Text }) => `up to ${p.toS} s`,
  // core/src/mixing/memory.ts
  'mix.same-batch': 'same batch',
  'mix.another-batch': 'another batch',
  'mix.batch-not-known': 'batch not known',
  'mix.same-temperature': 'same temperature',
  'mix.it-was-then': (p: { materialC: Text }) => `it was ${p.materialC} then`,
  'mix.temperature-not-known': 'temperature not known',
  'mix.a-cup-that-is-gone': 'a cup no longer here',
  'mix.s-in-at-on-paint': (p: { seconds: Text; name: Text; fraction: Text }) =>
    `${p.seconds} s in ${p.name} at ${p.fraction} % on paint`,
  // core/src/mixing/mix.ts
  'mix.thinner-and-come-to-together-and': (p: { conditionerName: Text; total: Text; most: Text }) =>
    `Thinner and ${p.conditionerName} add up to ${p.total}; the sheet allows ${p.most} for both.`,
  'mix.the-sheet-names-no-conditioner-for': 'The sheet lists no conditioner for this product.',
  'mix.of-is-more-than-the-of': (p: {
    conditionerPct: Text;
    conditionerName: Text;
    conditionerMaxPct: Text;
  }) => `${p.conditionerPct} % ${p.conditionerName} is more than the sheet’s ${p.conditionerMaxPct} %.`,
  'mix.the-sheet-names-no-accelerator-for': 'The sheet lists no accelerator for this product.',
  'mix.drops-of-to-a-litre-are': (p: { drops: Text; name: Text; maxDropsPerL: Text }) =>
    `${p.drops} of ${p.name} is more than the sheet’s ${p.maxDropsPerL}.`,
  'mix.on-paint': (p: { fraction: Text }) => `${p.fraction} % on paint`,
  'mix.1-paint-to-by': (p: { part: Text; name: Text; is: boolean }) =>
    `${p.part} : 1 paint to ${p.name} by ${p.is ? 'weight' : 'volume'}`,
  'mix.on-paint-2': (p: { conditionerPct: Text; conditionerName: Text }) =>
    `${p.conditionerPct} % ${p.conditionerName} on paint`,
  'mix.drops-of-to-a-litre': (p: { dropsPerL: Text; name: Text }) => `${p.dropsPerL} of ${p.name}`,
  // core/src/mixing/potRecord.ts
  'mix.time-at-least-one-run': 'Time at least one run.',
  'mix.what-has-hardener-in-it-never': 'Catalysed material never goes back into the tin.',
  'mix.with-conditioner-or-accelerator-in-it':
    'Conditioner or accelerator in it would change the whole tin. Keep it in a closed container.',
  'mix.it-went-past-its-sheet-keep': 'It went past the sheet’s limits. Keep it apart from the tin.',
  // core/src/mixing/thinning.ts
  'mix.on-paint-3': (p: { value: Text }) => `${p.value} % on paint`,
  'mix.of-mix': (p: { value: Text }) => `${p.value} % of mix`,
  'mix.1-paint-to-thinner': (p: { value: Text }) => `${p.value} : 1 paint to thinner`,
  'mix.by-weight': (p: { value: Text }) => `${p.value} % by weight`,
  'mix.is-more-than-the-sheets-maximum': (p: { thinning: Text; maxThinning: Text }) =>
    `${p.thinning} is more than the sheet’s maximum of ${p.maxThinning}.`,
  // core/src/mixing/thinningText.ts
  'mix.a-cup-runs-3-to-600': 'A cup time is 3 to 600 s. Type 28 s or 25-30 s.',
  'mix.holds-no-paint-type-paint-to': (p: { trim: Text }) =>
    `“${p.trim}” has no paint in it. Type paint to thinner, such as 10:1.`,
  'mix.is-more-thinner-than-paint-paint': (p: { trim: Text; thinner: Text; paint: Text }) =>
    `“${p.trim}” is more thinner than paint. Paint comes first: type ${p.thinner}:${p.paint} if that is what you mean.`,
  'mix.thinner-must-be-at-least-one': 'Thinner must be at least one part in a hundred. Type 0 for none.',
  'mix.is-not-a-thinning-try-10': (p: { trim: Text }) =>
    `“${p.trim}” is not a thinning. Try 10 %, 10 % of mix, 5 % by weight, 10:1 or 28 s.`,
  'mix.thinning-must-be-at-most': (p: { most: Text; is: boolean }) =>
    `Thinning must be at most ${p.most}${p.is ? ' parts' : ' %'}.`,
  'mix.type-how-many-parts-of-paint': 'Type the parts of paint to one of thinner: 10 or 10:1.',
  // core/src/mixing/viscosity.ts
  'mix.material-at-is-below-the-sheets': (p: { celsius: Text; materialMinC: Text }) =>
    `Material at ${p.celsius} is below the sheet’s ${p.materialMinC}: warm the closed tin before mixing.`,
  'mix.material-at-is-cold-it-atomises': (p: { celsius: Text }) =>
    `Material at ${p.celsius} is cold: it atomises poorly and leaves orange peel. Tins on the floor are colder than the air.`,
  'mix.material-at-is-warm-with-hardener': (p: { celsius: Text }) =>
    `Material at ${p.celsius} is warm: once catalysed, pot life is shorter.`,
};
