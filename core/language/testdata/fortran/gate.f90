! call get_environment_variable("IN_A_COMMENT", value)
program gate
  character(len=80) :: value
  call get_environment_variable("GATE_URL", value) ! read: GATE_URL expected
  CALL GET_ENVIRONMENT_VARIABLE('GATE_HOST', value, status=ok) ! read: GATE_HOST expected
end program
