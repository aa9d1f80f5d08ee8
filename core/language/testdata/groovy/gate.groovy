// System.getenv('IN_A_COMMENT')
def host = System.getenv('GATE_HOST') ?: 'north' // read: GATE_HOST optional fallback=north
def env = System.getenv()
println env['GATE_KEY'] // read: GATE_KEY
def port = System.getenv('GATE_PORT')?.toInteger() ?: 8080 // read: GATE_PORT optional integer fallback=8080
def token = System.getenv('GATE_TOKEN') // read: GATE_TOKEN required
if (!token) { throw new IllegalStateException('GATE_TOKEN is not set') }
println System.getenv("GATE_ZONE") // read: GATE_ZONE
