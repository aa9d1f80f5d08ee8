import { env } from "node:process";

const { BOOKING_API_URL, BOOKING_TIMEOUT_MS = "4000" } = env;

function required(name: string): string {
  const value = env[name];
  if (!value) {
    throw new Error(`${name} is not set`);
  }
  return value;
}

export async function book(passage: { skipper: string; lock: string }) {
  // process.env.OLD_BOOKING_KEY went away with the fax machine
  const answer = await fetch(`${BOOKING_API_URL}/passages`, {
    method: "POST",
    headers: { authorization: `Bearer ${required("BOOKING_API_TOKEN")}` },
    body: JSON.stringify(passage),
    signal: AbortSignal.timeout(parseInt(BOOKING_TIMEOUT_MS, 10)),
  });
  if (env.BOOKING_TRACE) {
    console.log(`the booking service answered ${answer.status}`);
  }
  return answer.json();
}
