package contract

import "strings"

// tool is what people run beside their code, with the variables that it reads by
// itself as its manual says: names, and beginnings of names with a "*" behind.
type tool struct{ name, reads string }

// tools are those that env files are often written for, too.
var tools = []tool{
	{"Docker", "COMPOSE_* DOCKER_* BUILDKIT_* BUILDX_*"},
	{"a client of PostgreSQL", "PGHOST PGHOSTADDR PGPORT PGUSER PGPASSWORD PGPASSFILE PGDATABASE PGSERVICE PGOPTIONS PGAPPNAME PGSSLMODE PGSSLCERT PGSSLKEY PGSSLROOTCERT PGCONNECT_TIMEOUT PGTZ PGDATA"},
	{"the image of a database", "POSTGRES_USER POSTGRES_PASSWORD POSTGRES_DB POSTGRES_INITDB_ARGS POSTGRES_HOST_AUTH_METHOD MYSQL_ROOT_PASSWORD MYSQL_DATABASE MYSQL_USER MYSQL_PASSWORD MYSQL_ALLOW_EMPTY_PASSWORD MARIADB_* MONGO_INITDB_* RABBITMQ_DEFAULT_* MINIO_ROOT_*"},
	{"a tool or library of AWS", "AWS_*"},
	{"a tool or library of Google Cloud", "GOOGLE_APPLICATION_CREDENTIALS GOOGLE_CLOUD_PROJECT GOOGLE_CLOUD_REGION GCLOUD_PROJECT CLOUDSDK_*"},
	{"a tool or library of Azure", "AZURE_* ARM_CLIENT_ID ARM_CLIENT_SECRET ARM_SUBSCRIPTION_ID ARM_TENANT_ID"},
	{"a client of Kubernetes", "KUBECONFIG HELM_* KUBE_CONTEXT"},
	{"Terraform", "TF_VAR_* TF_CLI_* TF_LOG TF_LOG_PATH TF_WORKSPACE TF_INPUT TF_DATA_DIR"},
	{"Vault, Consul or Nomad", "VAULT_ADDR VAULT_TOKEN VAULT_NAMESPACE VAULT_CACERT CONSUL_HTTP_* NOMAD_ADDR NOMAD_TOKEN"},
	{"Ansible", "ANSIBLE_*"},
	{"a library of OpenTelemetry", "OTEL_*"},
	{"an agent that watches programs", "DD_* NEW_RELIC_* ELASTIC_APM_* APPSIGNAL_* HONEYBADGER_*"},
	{"a tool or library of Sentry", "SENTRY_AUTH_TOKEN SENTRY_ORG SENTRY_PROJECT SENTRY_URL SENTRY_LOG_LEVEL SENTRY_DSN SENTRY_RELEASE SENTRY_ENVIRONMENT"},
	{"a tool of the forge or the registry", "GITHUB_TOKEN GH_TOKEN GITLAB_TOKEN NPM_TOKEN NODE_AUTH_TOKEN"},
	{"a web server of Python", "FLASK_* GUNICORN_CMD_ARGS UVICORN_* HYPERCORN_*"},
	{"a tool of Python", "UV_* PIP_* POETRY_* TWINE_* PYTEST_ADDOPTS"},
	{"a tool of JavaScript", "NEXT_TELEMETRY_DISABLED NX_* TURBO_* CYPRESS_* PLAYWRIGHT_* PUPPETEER_* STORYBOOK_* PRISMA_* HUSKY ESLINT_USE_FLAT_CONFIG BROWSERSLIST"},
	{"a tool of Rust", "RUST_LOG CARGO_* RUSTC_WRAPPER SQLX_OFFLINE"},
	{"a tool of Go", "GOOSE_* GOLANGCI_*"},
	{"a tool of .NET", "NUGET_* MSBUILD*"},
}

// ToolOf returns which tool or library that people run beside their code reads a
// variable by itself, or "".
func ToolOf(name string) string {
	for _, t := range tools {
		for word := range strings.FieldsSeq(t.reads) {
			if begin, open := strings.CutSuffix(word, "*"); name == word || open && len(name) > len(begin) && strings.HasPrefix(name, begin) {
				return t.name
			}
		}
	}
	return ""
}
