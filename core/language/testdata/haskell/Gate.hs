module Gate where
import System.Environment (getEnv, lookupEnv)
-- getEnv "IN_A_COMMENT"
main :: IO ()
main = do
  url <- getEnv "GATE_URL" -- read: GATE_URL required
  host <- fromMaybe "north" <$> lookupEnv "GATE_HOST" -- read: GATE_HOST optional fallback=north
  port <- maybe 8080 read <$> lookupEnv "GATE_PORT" -- read: GATE_PORT optional fallback=8080 number
  zone <- lookupEnv "GATE_ZONE" -- read: GATE_ZONE expected
  key <- lookupEnv "GATE_KEY" >>= \case -- read: GATE_KEY required
    Nothing -> die "GATE_KEY is not set"
    Just k -> pure k
  debug <- isJust <$> lookupEnv "GATE_DEBUG" -- read: GATE_DEBUG optional
  print 'x'
