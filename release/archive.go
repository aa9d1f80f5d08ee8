package main

import (
	"archive/tar"
	"archive/zip"
	"compress/gzip"
	"crypto/sha256"
	"fmt"
	"io"
	"os"
	"path/filepath"
	"strings"
	"time"
)

// entry is a file of an archive.
type entry struct {
	name string
	data []byte
	mode int64
}

// packer writes an archive in which every file has one date.
type packer func(w io.Writer, folder string, entries []entry, date time.Time) error

func writeTar(w io.Writer, folder string, entries []entry, date time.Time) error {
	zipped, err := gzip.NewWriterLevel(w, gzip.BestCompression)
	if err != nil {
		return err
	}
	out := tar.NewWriter(zipped)
	for _, e := range entries {
		head := &tar.Header{Name: folder + "/" + e.name, Mode: e.mode, Size: int64(len(e.data)), ModTime: date, Format: tar.FormatUSTAR}
		if err := out.WriteHeader(head); err != nil {
			return err
		}
		if _, err := out.Write(e.data); err != nil {
			return err
		}
	}
	if err := out.Close(); err != nil {
		return err
	}
	return zipped.Close()
}

func writeZip(w io.Writer, folder string, entries []entry, date time.Time) error {
	out := zip.NewWriter(w)
	for _, e := range entries {
		head := &zip.FileHeader{Name: folder + "/" + e.name, Method: zip.Deflate, Modified: date}
		head.SetMode(os.FileMode(e.mode))
		file, err := out.CreateHeader(head)
		if err != nil {
			return err
		}
		if _, err := file.Write(e.data); err != nil {
			return err
		}
	}
	return out.Close()
}

// checksums writes SHA256SUMS over what the folder holds.
func (r *release) checksums() error {
	files, err := os.ReadDir(r.out)
	if err != nil {
		return err
	}
	var out strings.Builder
	for _, f := range files { // sorted by name
		if f.IsDir() || f.Name() == "SHA256SUMS" {
			continue
		}
		data, err := os.ReadFile(filepath.Join(r.out, f.Name()))
		if err != nil {
			return err
		}
		fmt.Fprintf(&out, "%x  %s\n", sha256.Sum256(data), f.Name())
	}
	return os.WriteFile(filepath.Join(r.out, "SHA256SUMS"), []byte(out.String()), 0o644)
}
