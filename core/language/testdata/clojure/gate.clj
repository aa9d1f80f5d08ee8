; (System/getenv "IN_A_COMMENT")
(def url (System/getenv "GATE_URL")) ; read: GATE_URL expected
(def host (or (System/getenv "GATE_HOST") "north")) ; read: GATE_HOST optional fallback=north
(def port (Integer/parseInt (or (System/getenv "GATE_PORT") "8080"))) ; read: GATE_PORT optional integer fallback=8080
(when (some? (System/getenv "GATE_DEBUG")) (println "debug")) ; read: GATE_DEBUG optional
(ns lock.gate (:require [environ.core :refer [env]]))
(def zone (env :gate-zone "north")) ; read: GATE_ZONE optional fallback=north
(def key (env :gate-key)) ; read: GATE_KEY expected
