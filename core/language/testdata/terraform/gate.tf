# variable "in_a_comment" {}
variable "gate_url" { # read: TF_VAR_gate_url required
  type = string
}
variable "gate_name" { # read: TF_VAR_gate_name optional fallback=north
  default = "north"
}
