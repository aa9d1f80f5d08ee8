%w[host port].each do |key|
  use ENV["GATE_A#{key.upcase}_EXP"] # read: GATE_AHOST_EXP expected | GATE_APORT_EXP expected
  use ENV["GATE_B" + key.upcase + "_EXP"] # read: GATE_BHOST_EXP expected | GATE_BPORT_EXP expected
  use ENV[format("GATE_C%s_EXP", key.upcase)] # read: GATE_CHOST_EXP expected | GATE_CPORT_EXP expected
end
%w[db.host db-port].each do |key|
  use ENV["GATE_D_#{key.tr('.-', '_').upcase}_EXP"] # read: GATE_D_DB_HOST_EXP expected | GATE_D_DB_PORT_EXP expected
  use ENV["GATE_E_#{key.gsub(/[.-]/, '_').upcase}_EXP"] # read: GATE_E_DB_HOST_EXP expected | GATE_E_DB_PORT_EXP expected
end
[:host, :port].each do |key|
  use ENV["GATE_F#{key.to_s.upcase}_EXP"] # read: GATE_FHOST_EXP expected | GATE_FPORT_EXP expected
end
use ENV["gate_g_exp".upcase] # read: GATE_G_EXP expected
use ENV[["GATE", "H", "EXP"].join("_")] # read: GATE_H_EXP expected
use ENV["GATE_I_EXP,X".split(",").first] # read: GATE_I_EXP expected
use ENV[" GATE_J_EXP ".strip] # read: GATE_J_EXP expected
3.times { |i| use ENV["GATE_N#{i}_EXP"] } # read: GATE_N0_EXP expected | GATE_N1_EXP expected | GATE_N2_EXP expected
(1..2).each { |i| use ENV["GATE_M#{i}_EXP"] } # read: GATE_M1_EXP expected | GATE_M2_EXP expected
1.upto(2) { |i| use ENV["GATE_O#{i}_EXP"] } # read: GATE_O1_EXP expected | GATE_O2_EXP expected
%w[GATE_Y_EXP other].each { |k| next unless k.start_with?("GATE_"); use ENV[k] } # read: GATE_Y_EXP expected
%w[GATE_Z_EXP other].select { |k| k.start_with?("GATE_") }.each { |k| use ENV[k] } # read: GATE_Z_EXP expected
%w[GATE_Z1_EXP other].grep(/^GATE_/).each { |k| use ENV[k] } # read: GATE_Z1_EXP expected
use ENV["dbHost".gsub(/([A-Z])/, '_\1').upcase.prepend("GATE_") + "_EXP"] # read: GATE_DB_HOST_EXP expected
use ENV["OLD_GATE_P_EXP".delete_prefix("OLD_")] # read: GATE_P_EXP expected
use ENV["dbPort".underscore.upcase.then { |s| "GATE_#{s}_EXP" }] # read: GATE_DB_PORT_EXP expected
