# The keepers' logbook: who passed, when, and in what weather.
require "sinatra"

set :session_secret, ENV.fetch("LOGBOOK_SESSION_SECRET", "canal-keepers")
KEEP_DAYS = Integer(ENV.fetch("LOGBOOK_KEEP_DAYS", "400"))

if ENV["LOGBOOK_STORM_MAIL"] == "yes"
  set :storm_mail_to, ENV.fetch("LOGBOOK_STORM_MAIL_TO")
end

get "/" do
  "#{ENV["HARBOUR_NAME"]}: #{KEEP_DAYS} days of passages"
end
