// Fills a local booking service with passages, for trying things out.
const count = Number(process.env.SEED_PASSAGES ?? 12);
console.log(`seeding ${count} passages`);
