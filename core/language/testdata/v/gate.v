module main
import os
// os.getenv('IN_A_COMMENT')
fn main() {
	host := os.getenv_opt('GATE_HOST') or { 'north' } // read: GATE_HOST optional fallback=north
	key := os.getenv_opt('GATE_KEY') or { panic('no key') } // read: GATE_KEY required
	zone := os.getenv('GATE_ZONE') // read: GATE_ZONE
	port := os.getenv('GATE_PORT').int() // read: GATE_PORT integer
}
