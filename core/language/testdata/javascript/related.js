const host = process.env.GATE_HOST || process.env.GATE_URL; // read: GATE_HOST optional | GATE_URL expected insteadof=GATE_HOST
if (process.env.STORM_MAIL === "yes") { // read: STORM_MAIL optional under=
  send(process.env.STORM_MAIL_TO); // read: STORM_MAIL_TO expected under=STORM_MAIL
}
function quiet() {
  return process.env.GATE_HORN; // read: GATE_HORN expected under=
}
if (!process.env.GATE_KEY) { // read: GATE_KEY
  use(process.env.GATE_OTHER); // read: GATE_OTHER under=
}
