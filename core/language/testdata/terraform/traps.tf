/* variable "in_a_block" {} */
variable "region" { # read: TF_VAR_region optional fallback=north
  type    = string
  default = "north"
}

variable "token" { # read: TF_VAR_token required
  type      = string
  sensitive = true
  validation {
    condition     = length(var.token) > 8
    error_message = "variable \"quoted\" { default = 1 }"
  }
}

variable "limits" { # read: TF_VAR_limits optional
  type = object({
    default = number
  })
  default = {
    level = 4
  }
}

locals {
  variable = "no variable"
}

resource "gate" "north" {
  variable = var.region
}
