# Lists the reads of environment variables with literal names that PPI, the
# parser of Perl documents, finds below a folder: oracle.pl FOLDER. A line is
# file, line and name, separated by tabs.
use strict;
use warnings;
use File::Find;
use PPI;

my $root = shift;
my $name = qr/\s*(?:(['"]?)-?([A-Za-z_][A-Za-z0-9_.]*)\1)\s*/;

sub written {
    my ($subscript) = @_;
    my $before = $subscript->sprevious_sibling->sprevious_sibling;
    my $list = $subscript->parent->parent;
    $before ||= $list->sprevious_sibling if $list && $list->isa('PPI::Structure::List');
    return 1 if $before && $before->isa('PPI::Token::Word') && $before->content =~ /^(?:local|delete|undef)$/;
    my $after = $subscript->snext_sibling;
    return $after && $after->isa('PPI::Token::Operator') && $after->content eq '=';
}

sub file {
    my ($file) = @_;
    my $relative = substr($file, length($root) + 1);
    my $document = eval { PPI::Document->new($file) };
    return print "$relative\t0\t?unparsed\n" unless $document;
    $document->index_locations;
    for my $subscript (@{ $document->find('PPI::Structure::Subscript') || [] }) {
        my $of = $subscript->sprevious_sibling;
        next unless $of && $of->isa('PPI::Token::Symbol') && $of->content =~ /^\$(?:main)?(?:::)?ENV$/ && $subscript->content =~ /^\{$name\}$/;
        print join("\t", $relative, $of->line_number, $2), "\n" unless written($subscript);
    }
    for my $kind (qw(Quote::Double Quote::Interpolate QuoteLike::Regexp Regexp::Match Regexp::Substitute QuoteLike::Backtick QuoteLike::Command)) {
        for my $token (@{ $document->find("PPI::Token::$kind") || [] }) {
            my ($text, $line) = ($token->content, $token->line_number);
            while ($text =~ /(?<!\\)\$\{?ENV\}?\{$name\}/g) {
                my $found = $2;
                print join("\t", $relative, $line + (substr($text, 0, $-[0]) =~ tr/\n//), $found), "\n";
            }
        }
    }
}

# concerns tells whether a file is Perl and names the environment.
sub concerns {
    my ($file) = @_;
    return 0 unless -f $file && !-l $file && -s $file < 1 << 20 && $file =~ m{(?:\.(?:pl|pm|t)|/[^./]+)$};
    open(my $in, '<:raw', $file) or return 0;
    local $/;
    my $text = <$in>;
    return $text =~ /ENV/ && ($file =~ m{\.[^/]+$} || $text =~ /^#!.*\bperl/);
}

find({ no_chdir => 1, wanted => sub { file($_) if concerns($_) } }, $root);
