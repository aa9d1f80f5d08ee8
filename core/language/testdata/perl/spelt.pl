for my $key (qw(host port)) {
    use_it($ENV{"GATE_A" . uc($key) . "_EXP"}); # read: GATE_AHOST_EXP expected | GATE_APORT_EXP expected
    use_it($ENV{"GATE_B\U$key\E_EXP"}); # read: GATE_BHOST_EXP expected | GATE_BPORT_EXP expected
    use_it($ENV{sprintf("GATE_C%s_EXP", uc $key)}); # read: GATE_CHOST_EXP expected | GATE_CPORT_EXP expected
}
for my $i (1..2) { use_it($ENV{"GATE_N${i}_EXP"}); } # read: GATE_N1_EXP expected | GATE_N2_EXP expected
use_it($ENV{join('_', 'GATE', 'F', 'EXP')}); # read: GATE_F_EXP expected
use_it($ENV{substr('xGATE_G_EXP', 1)}); # read: GATE_G_EXP expected
for my $k (qw(GATE_Y_EXP other)) { next unless $k =~ /^GATE_/; use_it($ENV{$k}); } # read: GATE_Y_EXP expected
