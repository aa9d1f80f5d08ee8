-module(gate).
% os:getenv("IN_A_COMMENT")
start() ->
    Url = os:getenv("GATE_URL"), % read: GATE_URL expected
    Host = os:getenv("GATE_HOST", "north"), % read: GATE_HOST optional fallback=north
    Port = list_to_integer(os:getenv("GATE_PORT", "8080")), % read: GATE_PORT optional integer fallback=8080
    Zone = case os:getenv("GATE_ZONE") of % read: GATE_ZONE optional fallback=z
        false -> "z";
        Z -> Z
    end,
    Key = case os:getenv("GATE_KEY") of % read: GATE_KEY required
        false -> error(no_key);
        K -> K
    end.
