#!/bin/sh
# The same in a container.
docker run --rm --env-file .env -p 7000:7000 lockside/gatekeeper:trial
