"""Sends the day's passages to the harbour office, by fax."""
import os

GATEWAY = os.environ["FAX_GATEWAY_URL"]
