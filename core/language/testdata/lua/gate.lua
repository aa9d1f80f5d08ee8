#!/usr/bin/lua
-- os.getenv("IN_A_COMMENT")
--[[ os.getenv("IN_A_BLOCK") ]]
--[==[ os.getenv("IN_LEVEL") ]] ]==]
local text = 'os.getenv("IN_A_STRING")'
local long = [[os.getenv("IN_LONG") "]]
local level = [==[os.getenv("IN_LEVELS") ]] ]==]
local KEY = "GATE_KEY"
local url = os.getenv("GATE_URL") -- read: GATE_URL expected column=13
local name = os.getenv("GATE_NAME") or "north" -- read: GATE_NAME optional fallback=north
local quiet = os.getenv "GATE_QUIET" -- read: GATE_QUIET
local single = os.getenv'GATE_SINGLE' -- read: GATE_SINGLE
local port = tonumber(os.getenv("GATE_PORT") or "8080") -- read: GATE_PORT number fallback=8080
local must = assert(os.getenv("GATE_MUST"), "GATE_MUST") -- read: GATE_MUST required
local key = os.getenv(KEY) -- read: GATE_KEY
local joined = os.getenv("GATE_" .. "JOINED") -- read: GATE_JOINED
local computed = os.getenv("GATE_" .. name) -- read: GATE_*
local getenv = os.getenv
local aliased = getenv("GATE_ALIASED") -- read: GATE_ALIASED
if os.getenv("GATE_DEBUG") == "1" then print(1) end -- read: GATE_DEBUG boolean literals=1
if not os.getenv("GATE_NOT") then error("GATE_NOT") end -- read: GATE_NOT required
local token = os.getenv("GATE_TOKEN") -- read: GATE_TOKEN required
if token == nil then
  error("GATE_TOKEN is not set")
end
for _, k in ipairs({"GATE_A", "GATE_B"}) do print(os.getenv(k)) end -- read: GATE_A | GATE_B
local function setting(name, fallback)
  return os.getenv(name) or fallback
end
print(setting("GATE_HELPED", "h")) -- read: GATE_HELPED fallback=h through=setting
local last = os.getenv("GATE_LAST") -- read: GATE_LAST
