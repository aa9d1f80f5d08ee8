const std = @import("std");
// std.posix.getenv("IN_A_COMMENT")
pub fn main() !void {
    const host = std.posix.getenv("GATE_HOST") orelse "north"; // read: GATE_HOST optional fallback=north
    const key = try std.process.getEnvVarOwned(allocator, "GATE_KEY"); // read: GATE_KEY required
    if (std.process.hasEnvVarConstant("GATE_DEBUG")) { // read: GATE_DEBUG optional
        std.debug.print("debug", .{});
    }
    const zone = std.posix.getenv("GATE_ZONE"); // read: GATE_ZONE
    const lock = std.posix.getenv("GATE_LOCK") orelse return error.NoLock; // read: GATE_LOCK required
}
