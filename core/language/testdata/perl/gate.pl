#!/usr/bin/perl
use strict;
# $ENV{IN_A_COMMENT}
=pod

$ENV{IN_POD}

=cut
my $url = $ENV{GATE_URL}; # read: GATE_URL expected column=11
my $quoted = $ENV{'GATE_QUOTED'}; # read: GATE_QUOTED
my $double = $ENV{"GATE_DOUBLE"}; # read: GATE_DOUBLE
my $name = $ENV{GATE_NAME} || 'north'; # read: GATE_NAME optional fallback=north
my $defined_or = $ENV{GATE_DEF} // 'd'; # read: GATE_DEF fallback=d
my $must = $ENV{GATE_MUST} or die "GATE_MUST"; # read: GATE_MUST required
my $single = '$ENV{IN_SINGLE}';
my $inside = "at $ENV{GATE_IN_TEXT} and"; # read: GATE_IN_TEXT
my $q = q{$ENV{IN_Q} "};
my $qq = qq(at $ENV{GATE_IN_QQ} "x"); # read: GATE_IN_QQ
my @list = qw(GATE_W1 GATE_W2);
$ENV{WRITTEN} = 'w';
delete $ENV{DELETED};
$ENV{GATE_OR_SET} ||= 's'; # read: GATE_OR_SET fallback=s
if (defined $ENV{GATE_DEFINED}) { } # read: GATE_DEFINED optional
if (exists $ENV{GATE_EXISTS}) { } # read: GATE_EXISTS optional
die "GATE_TOKEN is not set" unless $ENV{GATE_TOKEN}; # read: GATE_TOKEN required
my $re = $url =~ m/\$ENV{IN_REGEX}"/;
(my $s = $url) =~ s{"}{'}g; my $after = $ENV{GATE_AFTER_S}; # read: GATE_AFTER_S
my $half = 4 / $ENV{GATE_DIVISOR} / 2; # read: GATE_DIVISOR
my $key = "GATE_KEY";
my $by_key = $ENV{$key}; # read: GATE_KEY
my $computed = $ENV{"GATE_${name}_URL"}; # read: GATE_*_URL
print <<TEXT;
  $ENV{GATE_IN_HEREDOC} read: GATE_IN_HEREDOC
TEXT
print <<'RAW';
  $ENV{IN_RAW}
RAW
my $debug = $ENV{GATE_DEBUG} eq 'true'; # read: GATE_DEBUG boolean literals=true
foreach my $k (qw(GATE_A GATE_B)) { print $ENV{$k}; } # read: GATE_A | GATE_B
my $last = $ENV{GATE_LAST}; # read: GATE_LAST
__END__
$ENV{AFTER_END}
