@echo off
rem echo %IN_A_COMMENT%
if not defined GATE_HOST set GATE_HOST=north& rem read: GATE_HOST optional fallback=north
if "%GATE_KEY%"=="" exit /b 1& rem read: GATE_KEY required
if defined GATE_DEBUG echo debug& rem read: GATE_DEBUG optional
set "OWN=x"
echo %GATE_URL% %OWN% %ERRORLEVEL% %GATE_HOST% %GATE_KEY%& rem read: GATE_URL expected
