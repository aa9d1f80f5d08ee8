# ENV["IN_A_COMMENT"]
=begin
ENV["IN_A_BLOCK"]
=end
KEY = "GATE_KEY"
text = 'ENV["IN_A_STRING"]'
url = ENV["GATE_URL"] # read: GATE_URL expected column=7
name = ENV.fetch("GATE_NAME", "north") # read: GATE_NAME optional fallback=north
must = ENV.fetch("GATE_MUST") # read: GATE_MUST required
quiet = ENV.fetch "GATE_QUIET" # read: GATE_QUIET required
block = ENV.fetch("GATE_BLOCK") { "b" } # read: GATE_BLOCK optional fallback=b
doblock = ENV.fetch("GATE_DO") do |key| # read: GATE_DO optional fallback=d
  "d"
end
port = Integer(ENV.fetch("GATE_PORT", "8080")) # read: GATE_PORT integer fallback=8080
limit = ENV["GATE_LIMIT"].to_i # read: GATE_LIMIT integer
list = ENV.fetch("GATE_LIST", "").split(",") # read: GATE_LIST list
or_else = ENV["GATE_OR"] || "o" # read: GATE_OR optional fallback=o
ENV["GATE_SET"] ||= "s" # read: GATE_SET fallback=s
ENV["WRITTEN"] = "w"
ENV.delete("DELETED")
has = ENV.key?("GATE_HAS") # read: GATE_HAS optional
inc = ENV.include?('GATE_INC') # read: GATE_INC optional
a, b = ENV.values_at("GATE_A", "GATE_B") # read: GATE_A | GATE_B
key = ENV[KEY] # read: GATE_KEY
inside = "at #{ENV['GATE_IN_TEXT']} #{"deep #{ENV["GATE_DEEP"]}"}" # read: GATE_IN_TEXT | GATE_DEEP
single = '#{ENV["NOT_INTERPOLATED"]}'
q = %q{ENV["IN_Q"] {nested} "}
qq = %Q(#{ENV["GATE_IN_QQ"]} "x") # read: GATE_IN_QQ
w = %w[GATE_W1 GATE_W2].map { |k| ENV[k] } # read: GATE_W1 | GATE_W2
for k in %w[GATE_L1 GATE_L2] do puts ENV[k] end # read: GATE_L1 | GATE_L2
re = /ENV\["IN_REGEX"\] "/
ratio = 4 / ENV["GATE_DIVISOR"].to_f / 2 # read: GATE_DIVISOR number
puts(<<~TEXT, ENV["GATE_AFTER_TAG"]) # read: GATE_AFTER_TAG
  #{ENV["GATE_IN_HEREDOC"]} read: GATE_IN_HEREDOC
  ENV["PLAIN_IN_HEREDOC"]
TEXT
raw = <<~'RAW'
  #{ENV["IN_RAW"]}
RAW
c = ?" ; after = ENV["GATE_AFTER_CHAR"] # read: GATE_AFTER_CHAR
raise "GATE_TOKEN is not set" unless ENV["GATE_TOKEN"] # read: GATE_TOKEN required
secret = ENV["GATE_SECRET"] or raise "GATE_SECRET" # read: GATE_SECRET required
debug = ENV["GATE_DEBUG"] == "true" # read: GATE_DEBUG boolean literals=true
case ENV["GATE_MODE"] # read: GATE_MODE choice literals=fast,slow
when "fast" then 1
when "slow" then 2
end
computed = ENV["GATE_#{name}_URL"] # read: GATE_*_URL

def setting(name, fallback = "d")
  ENV.fetch(name, fallback)
end

module Lockside
  TOKEN = "GATE_CONST"
  def self.need(name) = ENV.fetch(name)
end
setting("GATE_HELPED") # read: GATE_HELPED fallback=d through=setting
setting("GATE_HELPED2", "h") # read: GATE_HELPED2 fallback=h
Lockside.need("GATE_NEEDED") # read: GATE_NEEDED required
ENV[Lockside::TOKEN] # read: GATE_CONST
spawn(ENV.to_h, "x") # read: *
__END__
ENV["AFTER_END"]
