package files

import "golang.org/x/sys/unix"

func stampOf(st *unix.Stat_t) Stamp {
	return Stamp{st.Size, st.Mtim.Nano(), st.Ctim.Nano(), int64(st.Ino)}
}
