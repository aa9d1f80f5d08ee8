@echo off
rem echo %IN_A_COMMENT%
if not defined GATE_HOST set GATE_HOST=north& rem read: GATE_HOST optional fallback=north
if "%GATE_KEY%"=="" exit /b 1& rem read: GATE_KEY required
if defined GATE_DEBUG echo debug& rem read: GATE_DEBUG optional
set "OWN=x"
echo %GATE_URL% %OWN% %ERRORLEVEL% %GATE_HOST% %GATE_KEY%& rem read: GATE_URL expected
if not "%GATE_MANAGER%" == "" goto have& rem read: GATE_MANAGER optional
:have
if "%GATE_OPTS%" == "" ( rem read: GATE_OPTS required
  echo GATE_OPTS is not set
  exit /b 1
)
if %GATE_LEVEL%==3 echo loud& rem read: GATE_LEVEL optional
if not "" == "%GATE_CONSOLE%" exit 1& rem read: GATE_CONSOLE optional
call :places
echo %GATE_HOME%
goto :eof
:places
set GATE_HOME=%~dp0
if not defined GATE_PLACE set GATE_PLACE=north& rem read: GATE_PLACE optional fallback=north
