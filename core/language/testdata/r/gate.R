# Sys.getenv("IN_A_COMMENT")
host <- Sys.getenv("GATE_HOST", unset = "north") # read: GATE_HOST optional fallback=north column=9
url = Sys.getenv("GATE_URL") # read: GATE_URL required
if (url == "") stop("GATE_URL is not set")
port <- as.integer(Sys.getenv("GATE_PORT", "8080")) # read: GATE_PORT optional integer fallback=8080
if (nzchar(Sys.getenv("GATE_DEBUG"))) message("debug") # read: GATE_DEBUG optional
zone <- Sys.getenv("GATE_ZONE", NA) # read: GATE_ZONE required
if (is.na(zone)) {
  stop("no zone")
}
setting <- function(name, default) {
  value <- Sys.getenv(name)
  if (value == "") default else value
}
berth <- setting("GATE_BERTH", "b") # read: GATE_BERTH optional fallback=b through=setting
label <- Sys.getenv(paste0("GATE_", "X")) # read: ?
text <- 'Sys.getenv("IN_A_STRING")'
