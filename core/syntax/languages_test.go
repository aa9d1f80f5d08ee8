package syntax_test

import (
	"testing"

	"inzicht/core/language"
)

// The lexical traps of each language: what a quote, a slash or a mark of
// comment is depends on what is before it.

type scanned struct{ file, src, want string }

func scans(t *testing.T, rows []scanned) {
	t.Helper()
	for _, c := range rows {
		f := language.Of(c.file).Table.Scan([]byte(c.src), false)
		if got := row(f); got != c.want {
			t.Errorf("%s %q:\nhave %s\nwant %s", c.file, c.src, got, c.want)
		}
	}
}

func TestScanScripts(t *testing.T) {
	scans(t, []scanned{
		{"a.py", "a if b else 0x1F_f", "w:a w:if w:b w:else n:0x1F_f"},
		{"a.py", "u\"x\" 'y' \"a\\\nb\"", "s:u\"x\" s:'y' s:\"a\\\nb\""},
		{"a.py", `f'{a["b"]:>{c}}'`, `q:f' (:{ w:a (:[ s:"b" ):] p:: p:> (:{ w:c ):} ):} u:'`},
		{"a.py", `rf"{a}\n"`, `q:rf" (:{ w:a ):} t:\n u:"`},
		{"a.py", "x = \"\"\"\n\n\"\"\"\ny", "w:x p:= s:\"\"\"\n\n\"\"\" w:y"},
		{"a.py", `'it' "it's"`, `s:'it' s:"it's"`},
		{"a.js", `/[/\]]+/.x`, `r:/[/\]]+/ p:. w:x`},
		{"a.js", "return /a/", "w:return r:/a/"},
		{"a.js", "a++ / b", "w:a p:++ p:/ w:b"},
		{"a.js", "`\\`${a}`", "q:` t:\\` (:${ w:a ):} u:`"},
		{"a.js", `"a\"b" 'c'`, `s:"a\"b" s:'c'`},
		{"a.js", "<a>{/* c */ b}</a>", "(:< w:a p:> (:{ w:b ):} ):</a>"},
		{"a.js", "<></>", "(:< p:> ):</>"},
		{"a.js", "#!/x\na", "w:# p:! p:/ w:x w:a"},
		{"a.js", "x = {a: /}/}", "w:x p:= (:{ w:a p:: r:/}/ ):}"},
		{"a.js", "// `\nb", "w:b"},
		{"a.js", "/* ${ */ c", "w:c"},
		{"a.tsx", "<A<b> c={d} />", "p:< w:A p:< w:b p:> w:c p:= (:{ w:d ):} p:/ p:>"},
		{"a.ts", "a as b<c>; /d/.e", "w:a w:as w:b p:< w:c p:> p:; r:/d/ p:. w:e"},
		{"a.ts", "x < y / 2 > z", "w:x p:< w:y p:/ n:2 p:> w:z"},
		{"a.ts", "@A('b') c?: d = `e${f}`", "p:@ w:A (:( s:'b' ):) w:c p:?: w:d p:= q:` t:e (:${ w:f ):} u:`"},
		{"a.js", "a = b => /c/g", "w:a p:= w:b p:=> r:/c/g"},
		{"a.js", "}/a/b", "):} p:/ w:a p:/ w:b"},
		{"a.js", `x = y ? /a"/ : /b'/`, `w:x p:= w:y p:? r:/a"/ p:: r:/b'/`},
		{"a.js", "`${a}${b}`", "q:` (:${ w:a ):} (:${ w:b ):} u:`"},
		{"a.js", "`a ${ {b: `c`} } d`", "q:` t:a  (:${ (:{ w:b p:: s:`c` ):} ):} t: d u:`"},
		{"a.js", `<a b="c'd">e"f</a>`, `(:< w:a w:b p:= t:"c'd" p:> t:e"f ):</a>`},
		{"a.js", "<a>&copy; {x ? <b/> : 'c'} it's</a>", "(:< w:a p:> t:&copy;  (:{ w:x p:? (:< w:b ):/> p:: s:'c' ):} t: it's ):</a>"},
		{"a.vue", `<p>it's</p><script>a("b")</script><p>'`, `w:a (:( s:"b" ):)`},
	})
}

func TestScanRuby(t *testing.T) {
	scans(t, []scanned{
		{"a.rb", `"a#{b}c"`, `q:" t:a (:#{ w:b ):} t:c u:"`},
		{"a.rb", "'a#{b}'", "s:'a#{b}'"},
		{"a.rb", "%w[a b] c", "(:%w[ q: t:a u: q: t:b u: ):] w:c"},
		{"a.rb", "%q(a(b)c) d", "q:%q( t:a(b)c u: w:d"},
		{"a.rb", "%Q{a#{b}} c", "q:%Q{ t:a (:#{ w:b ):} u:} w:c"},
		{"a.rb", "x = <<~A\n b #{c}\nA\nd", "w:x p:= n:<<~A q: t: b  (:#{ w:c ):} t:\n u: w:d"},
		{"a.rb", "x = <<-'A'\n b #{c}\n A\nd", "w:x p:= n:<<-'A' q: t: b #{c}\n u: w:d"},
		{"a.rb", "a << b", "w:a p:<< w:b"},
		{"a.rb", "a / b / c", "w:a p:/ w:b p:/ w:c"},
		{"a.rb", "x =~ /a#b/", "w:x p:=~ q:/ t:a#b u:"},
		{"a.rb", `:a ? :"b" : c`, `w::a p:? p:: s:"b" p:: w:c`},
		{"a.rb", "?a + b", "n:?a p:+ w:b"},
		{"a.rb", "=begin\nx\n=end\ny", "w:y"},
		{"a.rb", "a # c", "w:a"},
		{"a.rb", "`a #{b}`", "q:` t:a  (:#{ w:b ):} u:`"},
		{"a.rb", `"#{a["b"]}" c`, `q:" (:#{ w:a (:[ s:"b" ):] ):} u:" w:c`},
		{"a.rb", "f(<<~A, <<~B)\na\nA\nb\nB\nc", "w:f (:( n:<<~A p:, n:<<~B ):) q: t:a\n u: q: t:\nb\n u: w:c"},
		{"a.rb", "%i[a b] | %r{c/d}x", "(:%i[ q: t:a u: q: t:b u: ):] p:| q:%r{ t:c/d u:"},
		{"a.rb", `x ? 'a' : "b"`, `w:x p:? s:'a' p:: s:"b"`},
		{"a.rb", "puts /a/ / b", "w:puts q:/ t:a u: p:/ w:b"},
		{"a.rb", "__END__\n\"x", ""},
	})
}

func TestScanPerl(t *testing.T) {
	scans(t, []scanned{
		{"a.pl", `'a' "b $c"`, `s:'a' q:" t:b  (: w:$c ): u:"`},
		{"a.pl", "q{a{b}c} d", "q:q{ t:a{b}c u: w:d"},
		{"a.pl", "qq{a} . qw(b c)", "q:qq{ t:a u: p:. (:qw( q: t:b u: q: t:c u: ):)"},
		{"a.pl", `s/a'b/c"d/g; e`, "q:s/ t:a'b/c\"d u: p:; w:e"},
		{"a.pl", "s{a}{b}; c", "q:s{ t:a u: q:{ t:b u: p:; w:c"},
		{"a.pl", "tr/a/b/; c", "q:tr/ t:a/b u: p:; w:c"},
		{"a.pl", "$x / 2 / 3", "w:$x p:/ n:2 p:/ n:3"},
		{"a.pl", "m{a}x; b", "q:m{ t:a u: p:; w:b"},
		{"a.pl", "=pod\n'x\n=cut\ny", "w:y"},
		{"a.pl", "<<A . \"b\"\nc\nA\nd", "n:<<A p:. s:\"b\" q: t:c\n u: w:d"},
		{"a.pl", "$h{q} s", "w:$h (:{ w:q ):} w:s"},
		{"a.pl", "__END__\n'x", ""},
		{"a.pl", "y/a/b/; $a{y} ; c", "q:y/ t:a/b u: p:; w:$a (:{ w:y ):} p:; w:c"},
		{"a.pl", "qw/a b/, 'c' # d", "(:qw/ q: t:a u: q: t:b u: ):/ p:, s:'c'"},
		{"a.pl", `"a@{[ b ]} $c->{d} $e[0]"`, `q:" t:a (:@{[ w:b ):] t:}  (: w:$c ): t:->{d}  (: w:$e ): t:[0] u:"`},
		{"a.pl", "split /,/, $a", "w:split q:/ t:, u: p:, w:$a"},
		{"a.pl", "<<~'A', <<\"B\"\n a\n A\n b $c\nB\nd", "n:<<~'A' p:, n:<<\"B\" q: t: a\n u: q: t:\n b  (: w:$c ): t:\n u: w:d"},
		{"a.pl", "$#a + @{$b} # c", "w:$# w:a p:+ w:@ (:{ w:$b ):}"},
		{"a.pl", `split /"/, $x; $y->split / 2`, `w:split q:/ t:" u: p:, w:$x p:; w:$y p:-> w:split p:/ n:2`},
	})
}

func TestScanPHP(t *testing.T) {
	scans(t, []scanned{
		{"a.php", "<?php $a = 'b'; // c\nd ?> e 'f", "w:$a p:= s:'b' p:; w:d"},
		{"a.php", "text <?= $a ?> 'more", "w:$a"},
		{"a.php", `<?php "a $b {$c->d} ${e}"`, `q:" t:a  (: w:$b ): t:  (:{ w:$c p:-> w:d ):} t:  (:${ w:e ):} u:"`},
		{"a.php", "<?php # a\n#[B] c", "p:# (:[ w:B ):] w:c"},
		{"a.php", "<?php <<<A\nb $c\nA;\nd", "n:<<<A q: t:b  (: w:$c ): t:\n u: p:; w:d"},
		{"a.php", "<?php <<<'A'\nb $c\n  A . d", "n:<<<'A' q: t:b $c\n u: p:. w:d"},
		{"a.php", "<?php /* ?> */ a", "w:a"},
		{"a.php", "<?php // a ?> b", ""},
		{"a.php", `<?php a('b"c', "d'e"); ?> <b c='d <?php f`, `w:a (:( s:'b"c' p:, s:"d'e" ):) p:; w:f`},
		{"a.php", `<?php "{$a['b']} $c[d] \$e"`, `q:" (:{ w:$a (:[ s:'b' ):] ):} t:  (: w:$c ): t:[d] \$e u:"`},
	})
}

func TestScanCompiled(t *testing.T) {
	scans(t, []scanned{
		{"a.go", "'\\'' \"\\\"\" `\\`", "s:'\\'' s:\"\\\"\" s:`\\`"},
		{"a.go", "// a\n/* b */ c", "w:c"},
		{"a.rs", `r#"a"b"# c`, `q:r#" t:a"b u: w:c`},
		{"a.rs", "'a' 'b c", "s:'a' p:' w:b w:c"},
		{"a.rs", `b"a" b'c' '\''`, `s:b"a" s:b'c' s:'\''`},
		{"a.rs", "/* a /* b */ c */ d", "w:d"},
		{"a.rs", `"a\"b" r"\"`, `s:"a\"b" q:r" t:\ u:`},
		{"a.rs", "x::<'a>(y)", "w:x p::: p:< p:' w:a p:> (:( w:y ):)"},
		{"a.cpp", `R"x(a)")x" b`, `q:R"x( t:a)" u: w:b`},
		{"a.cpp", `"a" L"b" 'c' 1'000`, `s:"a" s:L"b" s:'c' n:1 p:' n:000`},
		{"a.cpp", "// a\\\nb\nc", "w:c"},
		{"a.c", `#define A "b"`, `p:# w:define w:A s:"b"`},
		{"a.swift", `"a\(b)c"`, `q:" t:a (:\( w:b ):) t:c u:"`},
		{"a.swift", `#"a\(b)"# c`, `q:#" t:a\(b) u: w:c`},
		{"a.swift", "\"\"\"\na \"b\"\n\"\"\" c", "s:\"\"\"\na \"b\"\n\"\"\" w:c"},
		{"a.swift", "/* a /* b */ */ c", "w:c"},
		{"a.cs", `@"a""b" c`, `s:@"a""b" w:c`},
		{"a.cs", `$"a{b}c" d`, `q:$" t:a (:{ w:b ):} t:c u:" w:d`},
		{"a.cs", `$@"a{b}""" c`, `q:$@" t:a (:{ w:b ):} t:"" u:" w:c`},
		{"a.cs", `"""a "b" """ c`, `q:""" t:a "b"  u: w:c`},
		{"a.cs", `'a' "b\"" // c`, `s:'a' s:"b\""`},
		{"a.cs", `$"{{a}}" b`, `s:$"{{a}}" w:b`},
		{"a.kt", `"a $b ${c} d"`, `q:" t:a  (:$ w:b ): t:  (:${ w:c ):} t: d u:"`},
		{"a.kt", `"""a "b" ${c}""" d`, `q:""" t:a "b"  (:${ w:c ):} u:""" w:d`},
		{"a.java", "\"\"\"\na \"b\"\n\"\"\" + c", "s:\"\"\"\na \"b\"\n\"\"\" p:+ w:c"},
		{"a.java", `'a' "b" /* c */ d // e`, `s:'a' s:"b" w:d`},
		{"a.scala", `s"a $b ${c}" d`, `q:s" t:a  (:$ w:b ): t:  (:${ w:c ):} u:" w:d`},
		{"a.scala", `"""a""" 'b`, `s:"""a""" p:' w:b`},
		{"a.dart", "'a $b ${c}' r'd$e'", "q:' t:a  (:$ w:b ): t:  (:${ w:c ):} u:' s:r'd$e'"},
		{"a.dart", `"""a""" '''b''' c`, `s:"""a""" s:'''b''' w:c`},
		{"a.kt", `'"' /* a /* b */ c */ d`, `s:'"' w:d`},
		{"a.scala", `'"' """a "b" ${c}"""`, `s:'"' s:"""a "b" ${c}"""`},
		{"a.dart", `"""a ${b("c")}""" d`, `q:""" t:a  (:${ w:b (:( s:"c" ):) ):} u:""" w:d`},
		{"a.java", `'\'' + '"' + "\\" + c`, `s:'\'' p:+ s:'"' p:+ s:"\\" p:+ w:c`},
		{"a.rs", `b'"' 'a: loop { "c" }`, `s:b'"' p:' w:a p:: w:loop (:{ s:"c" ):}`},
		{"a.rs", "// a \"\n/// b '\nc", "w:c"},
		{"a.rs", `c"a" br#"b"# d`, `s:c"a" q:br#" t:b u: w:d`},
		{"a.cs", `'"' + "a" /* " */ b`, `s:'"' p:+ s:"a" w:b`},
		{"a.cs", "#region it's\na", "w:a"},
		{"a.cs", `$"{a:x} {b ? "c" : d}" e`, `q:$" (:{ w:a p:: w:x ):} t:  (:{ w:b p:? s:"c" p:: w:d ):} u:" w:e`},
		{"a.swift", `"a" /* " */ + #"b"c"#`, `s:"a" p:+ q:#" t:b"c u:`},
		{"a.swift", `"\(a("b")) c" d`, `q:" (:\( w:a (:( s:"b" ):) ):) t: c u:" w:d`},
		{"a.c", "'\"' \"a\\\nb\" c", "s:'\"' s:\"a\\\nb\" w:c"},
		{"a.c", "#if 0\nit's\n#endif\na", "p:# w:if n:0 w:it p:' w:s p:# w:endif w:a"},
		{"a.go", "`a` + \"b\\\"\" // `", "s:`a` p:+ s:\"b\\\"\""},
	})
}

func TestScanOtherScripts(t *testing.T) {
	scans(t, []scanned{
		{"a.ps1", "$env:A $a::b Get-B-C -d $e-1 f:", "w:$env p:: w:A w:$a p::: w:b w:Get-B-C p:- w:d w:$e p:- n:1 w:f p::"},
		{"a.ps1", "\"`$a $b:c\" 'd`'", "q:\" t:`$a  (: w:$b p:: w:c ): u:\" s:'d`'"},
		{"a.lua", "[==[ a]] ]==] b", "q:[==[ t: a]]  u: w:b"},
		{"a.lua", "--[[ a\n]] b -- c", "w:b"},
		{"a.lua", `'a' "b" a[b]`, `s:'a' s:"b" w:a (:[ w:b ):]`},
		{"a.ex", `"a#{b}" ~s(c) 'd'`, `q:" t:a (:#{ w:b ):} u:" q:~s( t:c u: s:'d'`},
		{"a.ex", "~S(a#{b}) c", "q:~S( t:a#{b} u: w:c"},
		{"a.ex", `?" + :"a"`, `n:?" p:+ p:: s:"a"`},
		{"a.ex", "\"\"\"\na\n\"\"\" b # c", "s:\"\"\"\na\n\"\"\" w:b"},
		{"a.ex", "x in ?'..?z", "w:x w:in n:?' p:.. n:?z"},
		{"a.ex", `ok?(a) and ?\" == b`, `w:ok? (:( w:a ):) w:and n:?\" p:== w:b`},
		{"a.lua", "--[==[ ' ]] ' ]==] b", "w:b"},
		{"a.lua", "a - b --'", "w:a p:- w:b"},
		{"a.lua", "--[ 'a\nb", "w:b"},
		{"a.lua", "--[[ open", ""},
	})
}
