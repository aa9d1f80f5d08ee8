package evaluate_test

import "testing"

// What leaves a function where a condition holds makes all behind it hang on that.
func TestLeavingIf(t *testing.T) {
	hold(t, []saying{
		{"a.jl", `
function need(name, usual)
    haskey(ENV, name) && return ENV[name]
    usual === nothing && error("$name is not set")
    return usual
end
a = need("A", nothing)
b = need("B", "b")
`, "A required; B optional =b"},
		{"a.rb", "def need(n)\n  ENV.key?(n) and return ENV[n]\n  raise n\nend\nneed('A')\ndef other(n)\n  n && (return ENV[n])\n  raise 'x'\nend\nother('B')\n", "A required; B expected"},
		{"a.pl", "sub need { my ($n) = @_; defined $ENV{$n} and return $ENV{$n}; die 'x'; }\nneed('A');\nfor my $n (@names) { $n and next; die; }\nprint $ENV{B};\n", "A required; B expected"},
		{"a.js", "function f(n) {\n  n && g();\n  return process.env[n];\n}\nf('A');\n", "A expected"},
	})
}

// Errors that are values, and what is used instead of them.
func TestErrorsAsValues(t *testing.T) {
	hold(t, []saying{{"a.zig", `
const std = @import("std");
fn or(a: Allocator, name: []const u8, usual: []const u8) []const u8 {
    return std.process.getEnvVarOwned(a, name) catch usual;
}
pub fn main() !void {
    const a = std.process.getEnvVarOwned(x, "A") catch "a";
    const b = std.process.getEnvVarOwned(x, "B") catch |err| switch (err) {
        error.EnvironmentVariableNotFound => "b",
        else => return err,
    };
    const c = or(x, "C", "c");
    const d = std.process.getEnvVarOwned(x, "D") catch |e| {
        std.process.exit(1);
    };
    const e = std.process.getEnvVarOwned(x, "E") catch unreachable;
    const f = std.process.getEnvVarOwned(x, "F") catch w: {
        break :w "f";
    };
    const g = std.posix.getenv("G") orelse return error.Missing;
    const h = std.process.getEnvVarOwned(x, "H") catch |e| {
        std.debug.print("{}", .{e});
        return e;
    };
}
`, "A optional =a; B optional =b; C optional =c; D required; E required; F optional =f; G required; H required"}})
}

// Languages in which a function has variables of its own, lists have names of their
// own, and what is returned has a variable.
func TestOwnVariables(t *testing.T) {
	hold(t, []saying{
		{"a.R", `
v <- Sys.getenv(c("A", "B"))
need <- function(name, usual = NULL) {
  v <- Sys.getenv(name, unset = NA)
  if (is.na(v)) {
    if (is.null(usual)) stop(name)
    return(usual)
  }
  v
}
c <- need("C")
d <- list(d = need("D", "d"))
`, "A expected; B expected; C required; D optional =d"},
		{"a.nim", `
proc need(name: string, usual = ""): string =
  result = getEnv(name)
  if result.len == 0:
    if usual.len == 0: quit(name & " is not set")
    result = usual
let a = need("A")
let b = need("B", "b")
func other(name: string): string =
  let v = getEnv(name)
  if v != "": v else: "c"
let c = other("C")
`, "A required; B optional =b; C optional =c"},
	})
}
