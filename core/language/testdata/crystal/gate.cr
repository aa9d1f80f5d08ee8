# ENV["IN_A_COMMENT"]
url = ENV["GATE_URL"] # read: GATE_URL required
host = ENV["GATE_HOST"]? || "north" # read: GATE_HOST optional fallback=north
port = ENV.fetch("GATE_PORT", "8080").to_i # read: GATE_PORT optional integer fallback=8080
puts "debug" if ENV.has_key?("GATE_DEBUG") # read: GATE_DEBUG optional
